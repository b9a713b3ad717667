// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/parts/variants_page.h"

#include <QCheckBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

#include "app/kit/labels.h"
#include "app/kit/plain_table.h"
#include "app/kit/q.h"
#include "app/kit/when_seen.h"
#include "app/theme/icons.h"
#include "app/theme/theme.h"
#include "core/edits/edits.h"
#include "phrase/error_text.h"
#include "phrase/offer_text.h"

namespace ovant {
namespace {

constexpr int design_width = 96, list_height = 106;

Result<Site> site_of(Result<Added> added) {
    if (!added) return added.error();
    return std::move(added->site);
}

}  // namespace

VariantsPage::VariantsPage(Document& document, QWidget* parent)
    : QWidget(parent),
      document_(document),
      list_(new QListWidget),
      name_(new QLineEdit),
      note_(new QLineEdit),
      option_(new QCheckBox(tr("Offer as an option"))),
      keep_(new QPushButton(icon(Icon::add), tr("Keep this design"))),
      choose_(new QPushButton(icon(Icon::accept), tr("Let it stand"))),
      plan_(new QPushButton(icon(Icon::look), tr("Show on the plan"))),
      remove_(new QPushButton(icon(Icon::remove), tr("Remove"))),
      summary_(new QLabel),
      differs_(wrapped_label({}, this)),
      table_(new QTableWidget) {
    setObjectName("variantsPage");
    summary_->setObjectName("variantsSummary");
    summary_->setWordWrap(true);
    summary_->setFont(text_font(*this, 1.05, true));
    differs_->setObjectName("variantDiffers");
    set_tone(differs_, Tone::quiet);
    table_->setObjectName("variantsTable");
    table_->setAccessibleName(tr("Designs side by side"));
    table_->setColumnCount(2);
    make_plain(*table_, 0);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(16, 12, 16, 8);
    layout->addWidget(summary_);
    layout->addWidget(controls());
    layout->addWidget(differs_);
    layout->addWidget(table_, 1);
    auto* when_seen = new WhenSeen(this, [this] { refresh(); });
    connect(&document_, &Document::changed, when_seen, [when_seen](Change what) {
        if (what != Change::preview) when_seen->ask();
    });
}

QWidget* VariantsPage::controls() {
    auto* controls = new QWidget;
    list_->setObjectName("variants");
    list_->setAccessibleName(tr("Designs"));
    list_->setAccessibleDescription(tr("F2 gives another name"));
    list_->setSpacing(2);
    name_->setObjectName("variantName");
    name_->setAccessibleName(tr("Name to keep this design under"));
    name_->setPlaceholderText(tr("Name of what is kept"));
    name_->setMaxLength(200);
    note_->setObjectName("variantNote");
    note_->setAccessibleName(tr("Note for the offer"));
    note_->setPlaceholderText(tr("Note for the offer"));
    note_->setMaxLength(1000);
    option_->setObjectName("variantOption");
    option_->setToolTip(tr("Priced apart on the offer, in place of what stands"));
    keep_->setObjectName("keepVariant");
    choose_->setObjectName("chooseVariant");
    choose_->setToolTip(tr("It becomes the design of the site; what stands is kept in its place"));
    plan_->setObjectName("variantOnPlan");
    plan_->setToolTip(tr("What is other in it, beside what stands"));
    remove_->setObjectName("removeVariant");
    auto* buttons = new QVBoxLayout;
    for (QPushButton* button : {choose_, plan_, remove_}) buttons->addWidget(button);
    buttons->addStretch(1);
    auto* designs = new QHBoxLayout;
    designs->addWidget(list_, 1);
    designs->addLayout(buttons);
    auto* offered = new QHBoxLayout;
    offered->addWidget(option_);
    offered->addWidget(note_, 1);
    auto* kept = new QHBoxLayout;
    kept->addWidget(name_, 1);
    kept->addWidget(keep_);
    auto* column = new QVBoxLayout(controls);
    column->setContentsMargins(0, 0, 0, 0);
    column->addLayout(designs);
    column->addLayout(offered);
    column->addLayout(kept);
    list_->setFixedHeight(list_height);
    connect(keep_, &QPushButton::clicked, this, &VariantsPage::keep);
    connect(name_, &QLineEdit::returnPressed, this, &VariantsPage::keep);
    connect(choose_, &QPushButton::clicked, this, &VariantsPage::choose);
    connect(plan_, &QPushButton::clicked, this, &VariantsPage::show_on_plan);
    connect(remove_, &QPushButton::clicked, this, &VariantsPage::remove);
    connect(option_, &QCheckBox::clicked, this, &VariantsPage::describe);
    connect(note_, &QLineEdit::editingFinished, this, &VariantsPage::describe);
    connect(list_, &QListWidget::currentRowChanged, this, &VariantsPage::show_marks);
    connect(list_, &QListWidget::itemChanged, this,
            [this](QListWidgetItem* item) { rename(list_->row(item)); });
    return controls;
}

std::size_t VariantsPage::chosen() const {
    return static_cast<std::size_t>(std::max(0, list_->currentRow()));
}

const Variant* VariantsPage::variant() const {
    const auto& variants = document_.committed().variants;
    const std::size_t at = chosen();
    return at > 0 && at <= variants.size() ? &variants[at - 1] : nullptr;
}

void VariantsPage::refresh() {
    show_designs();
    show_marks();
    const std::shared_ptr<const Site> site = document_.shared_committed();
    if (site == compared_) return show_facts();
    summary_->setText(tr("working…"));
    if (facts_.empty()) table_->setColumnCount(0);
    job_.start(
        [site](const Wanted& wanted) {
            return compare_designs(*site, {}, [&](double share) { return wanted.go_on(share); });
        },
        [this, site](std::vector<DesignFacts> facts) {
            compared_ = site;
            facts_ = std::move(facts);
            show_facts();
        });
}

void VariantsPage::show_designs() {
    const Site& site = document_.committed();
    const QSignalBlocker quiet(list_);
    const int row = list_->currentRow();
    list_->clear();
    const auto add = [&](const QString& name, bool stands) {
        auto* item = new QListWidgetItem(name, list_);
        item->setFlags(item->flags() | Qt::ItemIsEditable);
        item->setToolTip(stands ? tr("%1: stands. F2 gives another name").arg(name)
                                : tr("%1. F2 gives another name").arg(name));
        if (stands) item->setFont(text_font(*this, 1, true));
    };
    add(site.design_name.empty() ? tr("This design") : q(site.design_name), true);
    for (const Variant& one : site.variants) add(q(one.name), false);
    list_->setCurrentRow(std::clamp(row, 0, list_->count() - 1));
}

void VariantsPage::show_marks() {
    const Variant* one = variant();
    for (QWidget* widget : {static_cast<QWidget*>(choose_), static_cast<QWidget*>(plan_),
                            static_cast<QWidget*>(remove_), static_cast<QWidget*>(option_),
                            static_cast<QWidget*>(note_)})
        widget->setEnabled(one != nullptr);
    option_->setChecked(one && one->option);
    note_->setText(one ? q(one->note) : QString());
    const std::size_t at = chosen();
    if (at > 0 && at < facts_.size() && compared_ == document_.shared_committed()) {
        QString text = q(design_title(facts_[at]) + ": " + difference_text(facts_[at]) + ".");
        for (const Error& error : facts_[at].mended)
            text += " " + tr("Left out: %1").arg(q(sentence(error)));
        differs_->setText(text);
    } else {
        differs_->setText(
            tr("Keep the design as it is now, then change it: both stay, and only what "
               "differs is kept."));
    }
}

void VariantsPage::show_facts() {
    const int kept = static_cast<int>(document_.committed().variants.size());
    summary_->setText(kept == 0 ? tr("one design") : tr("%1 designs").arg(kept + 1));
    const std::vector<CompareRow> rows =
        compare_rows(facts_, document_.text(), document_.committed().settings.currency);
    const int columns = static_cast<int>(facts_.size()) + 1;
    table_->clear();
    table_->setRowCount(static_cast<int>(rows.size()));
    table_->setColumnCount(columns);
    QStringList heads{tr("What")};
    for (const DesignFacts& design : facts_) heads << q(design_title(design));
    table_->setHorizontalHeaderLabels(heads);
    QHeaderView* header = table_->horizontalHeader();
    header->setMinimumSectionSize(design_width);
    header->setFixedHeight(2 * fontMetrics().height() + 12);
    header->setSectionResizeMode(0, QHeaderView::ResizeToContents);
    for (int column = 1; column < columns; ++column) {
        header->setSectionResizeMode(column, QHeaderView::Stretch);
        // Names go on to a second line.
        table_->horizontalHeaderItem(column)->setTextAlignment(
            Qt::Alignment(static_cast<int>(Qt::AlignRight | Qt::AlignVCenter) | Qt::TextWordWrap));
        table_->horizontalHeaderItem(column)->setToolTip(heads[column]);
    }
    for (int row = 0; row < table_->rowCount(); ++row) {
        const CompareRow& one = rows[static_cast<std::size_t>(row)];
        auto* what = new QTableWidgetItem(q(one.what));
        what->setToolTip(what->text());
        table_->setItem(row, 0, what);
        for (int column = 1; column < columns; ++column) {
            auto* item = new QTableWidgetItem(q(one.values[static_cast<std::size_t>(column) - 1]));
            item->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
            // What speaks for one and against another stands out.
            if (one.apart) item->setFont(text_font(*this, 1, true));
            table_->setItem(row, column, item);
        }
    }
    show_marks();
}

void VariantsPage::keep() {
    const QString name = name_->text().trimmed();
    if (name.isEmpty()) return name_->setFocus();
    const Site& site = document_.committed();
    if (document_.edit(tr("Keep a design"), site_of(keep_variant(site, site, name.toStdString()))))
        name_->clear();
}

void VariantsPage::rename(int row) {
    const std::string name = list_->item(row)->text().trimmed().toStdString();
    const Site& site = document_.committed();
    if (row == 0) {
        document_.edit(tr("Name a design"), name_design(site, name));
    } else if (static_cast<std::size_t>(row) <= site.variants.size()) {
        Variant named = site.variants[static_cast<std::size_t>(row) - 1];
        named.name = name;
        document_.edit(tr("Name a design"), describe_variant(site, named));
    }
    show_designs();
}

void VariantsPage::describe() {
    const Variant* one = variant();
    if (!one) return;
    Variant described = *one;
    described.note = note_->text().toStdString();
    described.option = option_->isChecked();
    if (described == *one) return;
    document_.edit(tr("Describe a design"), describe_variant(document_.committed(), described));
}

void VariantsPage::choose() {
    const Variant* one = variant();
    if (!one) return;
    Result<Chosen> chosen = choose_variant(document_.committed(), one->id);
    if (!chosen) return emit document_.refused(q(sentence(chosen.error())));
    const std::vector<Error> mended = chosen->mended;
    if (document_.edit(tr("Let %1 stand").arg(q(one->name)), std::move(chosen->site)) &&
        !mended.empty())
        emit document_.refused(tr("Left out: %1").arg(q(sentence(mended.front()))));
}

void VariantsPage::show_on_plan() {
    const Variant* one = variant();
    if (!one) return;
    SiteChange change;
    change.devices = one->devices;
    change.links = one->links;
    for (const std::string& id : one->removed) {
        if (find_device(document_.committed(), id)) change.removed_devices.push_back(id);
        if (find_link(document_.committed(), id)) change.removed_links.push_back(id);
    }
    document_.set_beside(BesideDesign{q(one->name), std::move(change), nullptr});
    emit plan_wanted();
}

void VariantsPage::remove() {
    if (const Variant* one = variant())
        document_.edit(tr("Remove a design"),
                       remove_object(document_.committed(), document_.catalogue(), one->id));
}

}  // namespace ovant
