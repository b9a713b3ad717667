// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/settings/settings_window.h"

#include <QDialogButtonBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

#include <algorithm>

#include "app/settings/setting_row_view.h"
#include "app/theme/icons.h"
#include "app/theme/theme.h"
#include "core/format/site_json.h"
#include "phrase/check_text.h"
#include "phrase/error_text.h"
#include "phrase/numbers.h"

namespace ovant {

SettingsWindow::SettingsWindow(Document& document, QWidget* parent)
    : QDialog(parent),
      document_(document),
      settings_(document.committed().settings),
      site_name_(new QLineEdit(QString::fromStdString(document.committed().name))),
      search_(new QLineEdit),
      groups_(new QListWidget),
      scroll_(new QScrollArea),
      nothing_found_(new QLabel(tr("No setting has these words"))),
      mark_(new VerdictMark(Verdict::holds, 14, this)),
      moves_(wrapped_label({}, this)) {
    setObjectName("settings");
    setWindowTitle(tr("Settings of the site"));
    setAttribute(Qt::WA_DeleteOnClose);
    site_name_->setObjectName("siteName");
    site_name_->setProperty("place", "name");
    site_name_->setAccessibleName(tr("Name of the site"));
    search_->setObjectName("settingSearch");
    search_->setPlaceholderText(tr("Find a setting: volts, trench, price …"));
    search_->setAccessibleName(tr("Find a setting"));
    search_->setClearButtonEnabled(true);
    groups_->setObjectName("settingGroups");
    groups_->setAccessibleName(tr("Groups of settings"));
    for (int group = 0; group < setting_group_count; ++group)
        groups_->addItem(title(static_cast<SettingGroup>(group)));
    groups_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    groups_->setSpacing(3);
    auto* top = new QHBoxLayout;
    auto* name_label = new QLabel(tr("Name of the site"));
    name_label->setBuddy(site_name_);
    top->addWidget(search_, 1);
    top->addSpacing(24);
    top->addWidget(name_label);
    top->addWidget(site_name_, 1);
    scroll_->setWidget(rows_column());
    scroll_->setWidgetResizable(true);
    scroll_->setAccessibleName(tr("Settings of the group"));
    scroll_->setFrameShape(QFrame::NoFrame);
    scroll_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* middle = new QHBoxLayout;
    middle->setSpacing(20);
    middle->addWidget(groups_);
    middle->addWidget(scroll_, 1);
    auto* layout = new QVBoxLayout(this);
    layout->addLayout(top);
    layout->addLayout(middle, 1);
    layout->addWidget(foot());
    connect(search_, &QLineEdit::textChanged, this, &SettingsWindow::show_rows);
    connect(groups_, &QListWidget::currentRowChanged, this, [this](int row) {
        if (row < 0) return;
        const QSignalBlocker quiet(search_);
        search_->clear();
        show_rows();
    });
    groups_->setCurrentRow(0);
    changed();
    resize(860, 620);
    search_->setFocus();
}

QWidget* SettingsWindow::rows_column() {
    auto* column = new QWidget;
    auto* layout = new QVBoxLayout(column);
    layout->setContentsMargins(0, 0, 12, 0);
    layout->setSpacing(0);
    nothing_found_->setObjectName("noSetting");
    layout->addWidget(nothing_found_);
    for (const SettingRow& row : setting_rows()) {
        if (headings_.size() <= static_cast<std::size_t>(row.group)) {
            auto* heading = new QLabel(title(row.group));
            heading->setFont(text_font(*this, 1.1, true));
            heading->setContentsMargins(0, headings_.empty() ? 0 : 10, 0, 4);
            layout->addWidget(heading);
            headings_.push_back(heading);
        }
        auto* view = new SettingRowView(row, settings_, column);
        layout->addWidget(view);
        connect(view, &SettingRowView::changed, this, &SettingsWindow::changed);
        connect(view, &SettingRowView::refused, this,
                [this](const QString& text) { say(Verdict::fails, text); });
        rows_.push_back(view);
    }
    layout->addStretch(1);
    return column;
}

QWidget* SettingsWindow::foot() {
    auto* foot = new QWidget;
    auto* layout = new QHBoxLayout(foot);
    layout->setContentsMargins(0, 4, 0, 0);
    moves_->setObjectName("settingMoves");
    moves_->setTextInteractionFlags(Qt::TextSelectableByMouse);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel);
    QPushButton* accept = buttons->addButton(tr("Use these"), QDialogButtonBox::AcceptRole);
    accept->setObjectName("acceptSettings");
    accept->setIcon(icon(Icon::accept));
    accept->setDefault(true);
    connect(buttons, &QDialogButtonBox::accepted, this, &SettingsWindow::take);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    layout->addWidget(mark_, 0, Qt::AlignVCenter);
    layout->addWidget(moves_, 1);
    layout->addWidget(buttons);
    return foot;
}

// All of one group, or of every group what has the words searched for.
void SettingsWindow::show_rows() {
    const QString search = search_->text().trimmed();
    const QSignalBlocker quiet(groups_);
    if (!search.isEmpty())
        groups_->setCurrentRow(-1);
    else if (groups_->currentRow() < 0)
        groups_->setCurrentRow(0);
    std::vector<bool> seen(headings_.size(), false);
    for (SettingRowView* view : rows_) {
        const auto group = static_cast<std::size_t>(view->row().group);
        const bool show = search.isEmpty() ? static_cast<int>(group) == groups_->currentRow()
                                           : view->matches(search);
        view->setVisible(show);
        seen[group] = seen[group] || show;
    }
    for (std::size_t group = 0; group < headings_.size(); ++group)
        headings_[group]->setVisible(seen[group]);
    nothing_found_->setVisible(
        std::none_of(seen.begin(), seen.end(), [](bool one) { return one; }));
    scroll_->ensureVisible(0, 0);
}

void SettingsWindow::changed() {
    for (std::size_t group = 0; group < headings_.size(); ++group) {
        const auto unusual = std::count_if(rows_.begin(), rows_.end(), [&](SettingRowView* view) {
            return static_cast<std::size_t>(view->row().group) == group && !view->as_usual();
        });
        const QString name = title(static_cast<SettingGroup>(group));
        groups_->item(static_cast<int>(group))
            ->setText(unusual ? tr("%1  · %2").arg(name).arg(unusual) : name);
        groups_->item(static_cast<int>(group))
            ->setToolTip(unusual ? tr("%1 not as usual").arg(unusual) : QString());
    }
    groups_->setFixedWidth(groups_->sizeHintForColumn(0) + 28);
    for (SettingRowView* view : rows_) {
        if (!view->field()->hasFocus()) view->refresh(settings_.units);
    }
    const Result<Site> sound_site =
        sound(document_.committed(), document_.catalogue(), with_settings());
    if (!sound_site) {
        judging_.stop();
        return say(Verdict::fails, QString::fromStdString(sentence(sound_site.error())));
    }
    judging_.start(
        [site = *sound_site, catalogue = document_.shared_catalogue(),
         under = document_.under()](const Wanted&) {
            return assess(lay_out_judged(site, *catalogue, under), under.options());
        },
        [this](const Assessment& after) { show_moves(after); });
}

Site SettingsWindow::with_settings() const {
    Site site = document_.committed();
    site.settings = settings_;
    site.name = site_name_->text().toStdString();
    return site;
}

void SettingsWindow::show_moves(const Assessment& after) {
    const std::vector<VerdictMove> moves = moved_verdicts(document_.assessment(), after);
    const Verdict worst = moves.empty() ? Verdict::holds : moves.front().to;
    say(worst,
        QString::fromStdString(moves_text(moves) + ". " + summary_text(after.summary, ", ") + "."));
}

void SettingsWindow::say(Verdict mark, const QString& text) {
    mark_->set_verdict(mark);
    moves_->setText(text);
}

void SettingsWindow::take() {
    Result<Site> changed = sound(document_.committed(), document_.catalogue(), with_settings());
    if (!changed) return go_to(changed.error());
    document_.edit(tr("Change settings"), std::move(changed));
    accept();
}

void SettingsWindow::go_to(SettingGroup group) { groups_->setCurrentRow(static_cast<int>(group)); }

// To the field that is wrong, where there is one.
void SettingsWindow::go_to(const Error& error) {
    const QString told = QString::fromStdString(sentence(error));
    say(Verdict::fails, told);
    QWidget* field = error.place == "name" ? site_name_ : nullptr;
    for (SettingRowView* view : rows_) {
        if (view->row().place != error.place) continue;
        groups_->setCurrentRow(static_cast<int>(view->row().group));
        field = view->field();
    }
    if (!field) return;
    field->setToolTip(told);
    field->setFocus();
    scroll_->ensureWidgetVisible(field);
    if (auto* edit = qobject_cast<QLineEdit*>(field)) edit->selectAll();
}

}  // namespace ovant
