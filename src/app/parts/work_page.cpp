// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/parts/work_page.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QTreeWidget>
#include <QVBoxLayout>

#include "app/kit/labels.h"
#include "app/kit/q.h"
#include "app/kit/when_seen.h"
#include "app/document/save_export.h"
#include "app/theme/icons.h"
#include "app/theme/theme.h"
#include "phrase/numbers.h"
#include "phrase/work_text.h"
#include "print/work_pdf.h"

namespace ovant {
namespace {

enum WorkColumn { work_what, work_where, work_people, work_time, work_columns };
constexpr int subject_role = Qt::UserRole;
constexpr std::size_t most_open_rows = 2000;  // more come as an outline

}  // namespace

WorkPage::WorkPage(Document& document, PartsWork& work, const Prompts& prompts, QWidget* parent)
    : QWidget(parent),
      document_(document),
      work_(work),
      prompts_(prompts),
      summary_(new QLabel),
      caution_(wrapped_label({}, this)),
      by_(new QComboBox),
      tree_(new QTreeWidget) {
    setObjectName("workPage");
    summary_->setObjectName("workSummary");
    summary_->setWordWrap(true);
    summary_->setFont(text_font(*this, 1.05, true));
    caution_->setObjectName("workCaution");
    set_tone(caution_, Tone::quiet);
    by_->setObjectName("workBy");
    by_->setAccessibleName(tr("Work listed by"));
    by_->addItems({tr("By day"), tr("By task"), tr("By place")});
    auto* save = new QPushButton(icon(Icon::card), tr("Save PDF to print…"));
    save->setObjectName("saveWork");
    save->setToolTip(tr("A list for each day, with what to load, and for each place"));
    auto* top = new QHBoxLayout;
    top->addWidget(summary_, 1);
    top->addWidget(by_);
    top->addWidget(save);
    tree_->setObjectName("workTree");
    tree_->setAccessibleName(tr("Work"));
    tree_->setColumnCount(work_columns);
    tree_->setHeaderLabels({tr("Task"), tr("Where"), tr("People"), tr("Time or price")});
    tree_->headerItem()->setTextAlignment(work_time, Qt::AlignRight | Qt::AlignVCenter);
    tree_->setFrameShape(QFrame::NoFrame);
    tree_->setUniformRowHeights(true);
    tree_->header()->setStretchLastSection(false);
    tree_->header()->setSectionResizeMode(work_what, QHeaderView::Stretch);
    tree_->header()->setSectionResizeMode(work_where, QHeaderView::Fixed);
    tree_->header()->resizeSection(work_where, 180);
    tree_->header()->setSectionResizeMode(work_people, QHeaderView::ResizeToContents);
    tree_->header()->setSectionResizeMode(work_time, QHeaderView::ResizeToContents);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(16, 12, 16, 8);
    layout->addLayout(top);
    layout->addWidget(caution_);
    layout->addWidget(tree_, 1);
    connect(save, &QPushButton::clicked, this, &WorkPage::save_pdf);
    connect(tree_, &QTreeWidget::currentItemChanged, this, [this](QTreeWidgetItem* item) {
        const QString subject = item ? item->data(work_what, subject_role).toString() : QString();
        if (!subject.isEmpty()) document_.select(subject.toStdString());
    });
    auto* when_seen = new WhenSeen(this, [this] { refresh(); });
    connect(by_, &QComboBox::currentIndexChanged, when_seen, [when_seen] { when_seen->ask(); });
    connect(&document_, &Document::changed, when_seen, [when_seen](Change what) {
        if (what != Change::preview) when_seen->ask();
    });
    connect(&work_, &PartsWork::ready, when_seen, [when_seen] { when_seen->ask(); });
}

void WorkPage::refresh() {
    const std::shared_ptr<const PartsBought> bought = work_.bought();
    if (!bought) return summary_->setText(tr("working…"));
    const LabourRates& rates = document_.site().settings.labour;
    summary_->setText(q(days_text(bought->work, rates, document_.text())));
    caution_->setText(q(work_caution(bought->work)));
    caution_->setVisible(!caution_->text().isEmpty());
    {
        const QSignalBlocker quiet(tree_);
        tree_->clear();
    }
    rows_.clear();
    slices_.stop();
    section_.reset();
    if (by_->currentIndex() == 0) show_days(*bought);
    if (by_->currentIndex() == 1) show_tasks(*bought);
    if (by_->currentIndex() == 2) show_places(*bought);
    slices_.start(
        rows_.size(), [this, bought](std::size_t row) { rows_[row](); },
        [this] { show_section(); });
}

void WorkPage::section(std::function<void()> make) { rows_.push_back(std::move(make)); }

void WorkPage::item(const WorkItem& item, const DayWork& part, const Network& net) {
    rows_.push_back([this, &item, part, &net] { make_item(item, part, net); });
}

void WorkPage::load(const QString& name, const std::vector<PartLine>& load) {
    if (load.empty()) return;
    rows_.push_back([this, name] {
        load_ = name.isEmpty() ? section_.get() : new QTreeWidgetItem(section_.get(), {name});
    });
    for (const PartLine& line : load)
        rows_.push_back([this, &line] { make_load_row(load_, line); });
}

QTreeWidgetItem* WorkPage::make_section(const QString& name, const QString& time) {
    show_section();
    section_ = std::make_unique<QTreeWidgetItem>(QStringList{name, {}, {}, time});
    section_->setTextAlignment(work_time, Qt::AlignRight | Qt::AlignVCenter);
    for (int column = 0; column < work_columns; ++column)
        section_->setFont(column, text_font(*this, 1, true));
    section_->setSizeHint(work_what, QSize(0, fontMetrics().height() + 8));
    return section_.get();
}

// With all its rows: the view lays out anew for each that it sees come.
void WorkPage::show_section() {
    if (!section_) return;
    QTreeWidgetItem* shown = section_.release();
    tree_->addTopLevelItem(shown);
    shown->setExpanded(rows_.size() < most_open_rows);
}

void WorkPage::make_item(const WorkItem& item, const DayWork& part, const Network& net) {
    const TextContext text = document_.text();
    const bool own = trade_of(item.task) == Trade::installer;
    QString time = own ? q(hours_text(part.hours, text))
                       : q(shown_money(item.price, document_.site().settings.currency));
    if (part.begun) time = tr("goes on, %1").arg(time);
    const QString what = section_->data(work_people, subject_role).toBool()
                             ? q(item_text(item, net, text))
                             : tr("%1: %2").arg(q(title(item.task)), q(item_text(item, net, text)));
    const QString people = trade_of(item.task) == Trade::electrician ? tr("electrician")
                           : item.two_people                         ? tr("two")
                                                                     : QString();
    auto* row = new QTreeWidgetItem({what, q(where_text(item, net)), people, time});
    row->setTextAlignment(work_time, Qt::AlignRight | Qt::AlignVCenter);
    row->setData(work_what, subject_role, q(item.subject));
    for (int column = 0; column < work_columns; ++column)
        row->setToolTip(column, row->text(column));
    section_->addChild(row);
}

void WorkPage::make_load_row(QTreeWidgetItem* under, const PartLine& line) {
    auto* row =
        new QTreeWidgetItem({q(load_text(line, document_.text())), ids_in_cell(line.used_by)});
    row->setToolTip(work_what, row->text(work_what));
    row->setToolTip(work_where, row->text(work_where));
    under->addChild(row);
}

void WorkPage::show_days(const PartsBought& bought) {
    const WorkPlan& plan = bought.work;
    if (!plan.before.empty()) {
        section([this] { make_section(tr("Before the crew comes"), {}); });
        load(tr("Material for it"), plan.before_load);
        for (std::size_t i : plan.before) item(plan.items[i], {}, *bought.net);
    }
    for (std::size_t d = 0; d < plan.days.size(); ++d) {
        const WorkDay& day = plan.days[d];
        section([this, d, &day] {
            QTreeWidgetItem* one =
                make_section(tr("Day %1").arg(d + 1), q(hours_text(day.hours, document_.text())));
            if (day.two_people && document_.site().settings.labour.crew == 1)
                one->setText(work_people, tr("a second person"));
        });
        load(tr("To load"), day.load);
        if (!day.tools.empty())
            rows_.push_back([this, tools = tools_text(day.tools), nothing = day.load.empty()] {
                auto* row = new QTreeWidgetItem({q(tools)});
                row->setToolTip(work_what, row->text(work_what));
                (nothing ? section_.get() : load_)->addChild(row);
            });
        for (const DayWork& work : day.work) item(plan.items[work.item], work, *bought.net);
    }
}

void WorkPage::show_tasks(const PartsBought& bought) {
    const std::vector<WorkItem>& items = bought.work.items;
    for (std::size_t i = 0; i < items.size();) {
        std::size_t end = i;
        double hours = 0, price = 0;
        for (; end < items.size() && items[end].task == items[i].task; ++end) {
            hours += items[end].hours;
            price += items[end].price;
        }
        section([this, hours, price, task = items[i].task] {
            const QString money = q(shown_money(price, document_.site().settings.currency));
            QTreeWidgetItem* made = make_section(
                q(title(task)),
                hours > 0 ? tr("%1, %2").arg(q(hours_text(hours, document_.text())), money)
                          : money);
            made->setText(work_where, q(title(trade_of(task))));
            made->setData(work_people, subject_role, true);  // its items need not say it
        });
        for (; i < end; ++i) item(items[i], {i, items[i].hours, false}, *bought.net);
    }
}

void WorkPage::show_places(const PartsBought& bought) {
    for (const SpotLoad& spot : bought.work.spots) {
        section([this, &spot] {
            QTreeWidgetItem* place =
                make_section(q(spot_text(spot.place, document_.committed())), {});
            const QString ids = ids_in_cell(spot.cables);
            if (ids.isEmpty()) return;
            auto* row = new QTreeWidgetItem(place, {tr("Cables that end here"), ids});
            row->setToolTip(work_where, ids);
        });
        load({}, spot.load);
    }
}

void WorkPage::save_pdf() {
    save_export_of(this, document_, prompts_,
                   {tr("Save the work"), tr("PDF (*.pdf)"), tr("work.pdf")}, [this] {
                       const std::shared_ptr<const PartsBought> bought = work_.bought_now();
                       return work_pdf(bought->work, *bought->net, document_.text());
                   });
}

}  // namespace ovant
