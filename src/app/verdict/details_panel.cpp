// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/verdict/details_panel.h"

#include <QApplication>
#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QScrollBar>
#include <QToolTip>

#include "app/kit/q.h"
#include "app/kit/when_seen.h"
#include "app/theme/theme.h"

namespace ovant {
DetailsPanel::DetailsPanel(Document& document, QWidget* parent)
    : QScrollArea(parent), document_(document) {
    setObjectName("details");
    setAccessibleName(tr("Details"));
    setWidgetResizable(true);
    setFrameShape(QFrame::NoFrame);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setFocusPolicy(Qt::NoFocus);
    auto* when_seen = new WhenSeen(this, [this] { refresh(); });
    connect(&document_, &Document::changed, this, [when_seen](Change what) {
        if (what != Change::preview) when_seen->ask();
    });
    connect(&document_, &Document::selection_changed, when_seen, &WhenSeen::ask);
    connect(&document_, &Document::refused, this,
            [this](const QString& sentence) { refusal_ = sentence; });
    refresh();
}

void DetailsPanel::refresh() {
    const std::string id = document_.selected();
    // The field being left or typed in keeps its place when the form is made anew.
    QWidget* focused = QApplication::focusWidget();
    const QString focus_name =
        isAncestorOf(focused) && id == shown_id_ ? focused->objectName() : QString();
    const int scrolled = id == shown_id_ ? verticalScrollBar()->value() : 0;
    shown_id_ = id;
    content_ = new QWidget;
    form_ = new QFormLayout(content_);
    form_->setContentsMargins(12, 8, 12, 12);
    form_->setHorizontalSpacing(10);
    form_->setVerticalSpacing(5);
    form_->setFieldGrowthPolicy(QFormLayout::AllNonFixedFieldsGrow);
    form_->setRowWrapPolicy(QFormLayout::WrapLongRows);
    const Site& site = document_.committed();
    if (const Device* device = find_device(site, id)) {
        if (ends_a_run(*device, document_.catalogue()))
            fill_camera(*device);
        else
            fill_unit(*device);
    } else if (const Place* place = find_place(site, id)) {
        fill_place(*place);
    } else if (const Link* link = find_link(site, id)) {
        fill_link(*link);
    } else if (const Pathway* pathway = find_pathway(site, id)) {
        fill_pathway(*pathway);
    } else if (const Obstacle* obstacle = find_obstacle(site, id)) {
        fill_obstacle(*obstacle);
    } else if (const ExistingCable* existing = find_existing(site, id)) {
        fill_existing(*existing);
    } else {
        auto* hint = new QLabel(
            tr("Choose a camera, unit, cable, place, pathway or obstacle on the plan to see and "
               "change its details."));
        hint->setWordWrap(true);
        form_->addRow(hint);
    }
    if (QWidget* old = takeWidget()) {
        old->hide();
        old->deleteLater();
    }
    setWidget(content_);
    verticalScrollBar()->setValue(scrolled);
    if (focus_name.isEmpty()) return;
    if (auto* again = content_->findChild<QWidget*>(focus_name)) again->setFocus();
}

// Takes an edit from a field, which goes back to what it was where the edit is refused. Why is said
// at the field; the foot says it too.
void DetailsPanel::take(QWidget* field, const QString& edit_name, Result<Site> edited,
                        const std::function<void()>& go_back) {
    refusal_.clear();
    if (document_.edit(edit_name, std::move(edited))) return;
    go_back();
    if (refusal_.isEmpty()) return;
    field->setToolTip(refusal_);
    QToolTip::showText(field->mapToGlobal(QPoint(0, field->height())), refusal_, field);
}

void DetailsPanel::add_heading(const QString& text) {
    auto* label = new QLabel(text);
    label->setFont(text_font(*this, 1.05, true));
    label->setWordWrap(true);
    form_->addRow(label);
}

void DetailsPanel::add_text(const QString& label, const std::string& object_name,
                            const std::string& value,
                            std::function<Result<Site>(const std::string&)> change,
                            const QString& edit_name) {
    auto* field = new QLineEdit(q(value));
    field->setObjectName(q(object_name));
    field->setAccessibleName(label);
    field->setMaxLength(200);
    connect(field, &QLineEdit::editingFinished, this, [this, field, value, change, edit_name] {
        if (field->text().toStdString() == value) return;
        take(field, edit_name, change(field->text().toStdString()),
             [field, value] { field->setText(q(value)); });
    });
    form_->addRow(label, field);
}

QuantityEdit* DetailsPanel::add_number(const QString& label, const std::string& object_name,
                                       Unit unit, std::optional<double> value, bool may_be_empty,
                                       std::function<Result<Site>(std::optional<double>)> change,
                                       const QString& edit_name) {
    auto* field = new QuantityEdit(unit, document_.units());
    field->setObjectName(q(object_name));
    field->setAccessibleName(label);
    field->set_may_be_empty(may_be_empty);
    field->set_value(value);
    if (may_be_empty) field->setPlaceholderText(tr("from the plan or the kind"));
    connect(field, &QuantityEdit::entered, this,
            [this, change, edit_name, field, value](std::optional<double> entered) {
                take(field, edit_name, change(entered),
                     [field, value] { field->set_value(value); });
            });
    connect(field, &QuantityEdit::refused, &document_, &Document::refused);
    form_->addRow(label, field);
    return field;
}

void DetailsPanel::add_choice(const QString& label, const std::string& object_name,
                              const std::vector<std::pair<std::string, QString>>& choices,
                              const std::string& now,
                              std::function<Result<Site>(const std::string&)> change,
                              const QString& edit_name) {
    auto* field = new QComboBox;
    field->setObjectName(q(object_name));
    field->setAccessibleName(label);
    field->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    field->setMinimumContentsLength(10);
    for (const auto& [id, name] : choices) field->addItem(name, q(id));
    field->setCurrentIndex(field->findData(q(now)));
    field->setToolTip(field->currentText());
    // Not with the wheel: scrolling the form must not change the site.
    field->setFocusPolicy(Qt::StrongFocus);
    connect(field, &QComboBox::activated, this, [this, field, now, change, edit_name](int index) {
        take(field, edit_name, change(field->itemData(index).toString().toStdString()),
             [field, now] { field->setCurrentIndex(field->findData(q(now))); });
    });
    form_->addRow(label, field);
}

void DetailsPanel::add_switch(const QString& label, const std::string& object_name, bool now,
                              std::function<Result<Site>(bool)> change, const QString& edit_name) {
    auto* field = new QCheckBox(label);
    field->setObjectName(q(object_name));
    field->setChecked(now);
    connect(field, &QCheckBox::clicked, this, [this, field, change, edit_name](bool on) {
        take(field, edit_name, change(on), [field, on] { field->setChecked(!on); });
    });
    form_->addRow(field);
}

std::vector<std::pair<std::string, QString>> DetailsPanel::cables_of(Medium medium) const {
    std::vector<std::pair<std::string, QString>> choices = kinds_of(Category::cable);
    std::erase_if(choices, [&](const auto& choice) {
        const CableFacts* cable = cable_facts(document_.catalogue(), choice.first);
        return !cable || cable->medium != medium;
    });
    return choices;
}

std::vector<std::pair<std::string, QString>> DetailsPanel::kinds_of(Category category) const {
    std::vector<std::pair<std::string, QString>> choices;
    for (const Kind* kind : document_.catalogue().of(category))
        choices.push_back({kind->id, q(kind->name)});
    std::stable_sort(choices.begin(), choices.end(),
                     [](const auto& a, const auto& b) { return a.second < b.second; });
    return choices;
}

}  // namespace ovant
