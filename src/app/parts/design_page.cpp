// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/parts/design_page.h"

#include <QCheckBox>
#include <QComboBox>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QStyledItemDelegate>
#include <QTableWidget>
#include <QVBoxLayout>

#include "app/kit/labels.h"
#include "app/kit/plain_table.h"
#include "app/kit/q.h"
#include "app/theme/icons.h"
#include "app/theme/theme.h"
#include "core/variants/variants.h"
#include "phrase/check_text.h"
#include "phrase/design_text.h"
#include "phrase/numbers.h"
#include "phrase/way_text.h"

namespace ovant {
namespace {

constexpr int look_ms = 100;
constexpr int most_rows_of_designs = 5;
enum DesignColumn {
    design_price,
    design_hours,
    design_can_fail,
    design_holds,
    design_tight,
    design_fails,
    design_columns
};
enum CameraColumn {
    camera_id,
    camera_way,
    camera_verdict,
    camera_price,
    camera_why,
    camera_columns
};
constexpr int way_width = 150, row_room = 8;

// Room above and below text of several lines.
class RoomyDelegate : public QStyledItemDelegate {
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex& index) const override {
        return QStyledItemDelegate::sizeHint(option, index) + QSize(0, row_room);
    }
};

// Money as people type it; nothing where the field is empty, -1 where it is none.
std::optional<double> money_in(const QString& text) {
    if (text.trimmed().isEmpty()) return std::nullopt;
    bool good = false;
    const double value = QString(text).remove(' ').replace(',', '.').toDouble(&good);
    return good && value >= 0 ? value : -1;
}

QTableWidgetItem* figure(const QString& text) {
    auto* item = new QTableWidgetItem(text);
    item->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
    return item;
}

}  // namespace

DesignPage::DesignPage(Document& document, QWidget* parent)
    : QWidget(parent),
      document_(document),
      prefer_(new QComboBox),
      keep_of_site_(new QComboBox),
      tight_(new QCheckBox(tr("Tight is as good as holds"))),
      most_price_(new QLineEdit),
      design_(new QPushButton(icon(Icon::accept), tr("Design"))),
      five_(new QPushButton(icon(Icon::table), tr("Five to choose from"))),
      stop_(new QPushButton(icon(Icon::close), tr("Stop"))),
      plan_(new QPushButton(icon(Icon::look), tr("Show on the plan"))),
      use_(new QPushButton(icon(Icon::accept), tr("Use"))),
      keep_(new QPushButton(icon(Icon::kept), tr("Keep as a variant"))),
      summary_(new QLabel),
      saving_(wrapped_label({}, this)),
      open_(wrapped_label({}, this)),
      designs_(new QTableWidget(0, design_columns)),
      cameras_(new QTableWidget(0, camera_columns)) {
    setObjectName("designPage");
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(16, 12, 16, 8);
    layout->addWidget(controls());
    layout->addWidget(found(), 1);
    connect(&look_, &QTimer::timeout, this, [this] {
        summary_->setText(tr("designing, %1 %").arg(static_cast<int>(100 * job_.done_share())));
    });
    // What was found is of the site as it was.
    connect(&document_, &Document::changed, this, [this](Change what) {
        if (what == Change::commit || what == Change::opening) forget();
        if (what == Change::opening)
            prefer_->setCurrentIndex(static_cast<int>(document_.committed().settings.preference));
    });
    forget();
}

QWidget* DesignPage::controls() {
    prefer_->setObjectName("designPrefer");
    prefer_->setAccessibleName(tr("What is made least"));
    // In the order of Preference.
    prefer_->addItems({tr("Least price"), tr("Fewest things that can fail"), tr("Least work")});
    prefer_->setCurrentIndex(static_cast<int>(document_.committed().settings.preference));
    keep_of_site_->setObjectName("designKeep");
    keep_of_site_->setAccessibleName(tr("What stays of what is there"));
    for (Keep keep : {Keep::all, Keep::working, Keep::nothing})
        keep_of_site_->addItem(q(title(keep)));
    keep_of_site_->setCurrentIndex(static_cast<int>(Keep::working));
    tight_->setObjectName("designTight");
    tight_->setToolTip(tr("Else only where nothing that holds can be built"));
    most_price_->setObjectName("designMostPrice");
    most_price_->setAccessibleName(tr("At most so much money"));
    most_price_->setPlaceholderText(tr("no limit"));
    most_price_->setMaxLength(12);
    most_price_->setMaximumWidth(110);
    design_->setObjectName("design");
    design_->setToolTip(tr("Looks for ways for all these cameras together"));
    five_->setObjectName("designFive");
    five_->setToolTip(
        tr("As many as differ, from the least price to the fewest things that can fail"));
    stop_->setObjectName("designStop");
    stop_->setToolTip(tr("Ends with the best that was found by then"));
    auto* controls = new QWidget;
    auto* wishes = new QHBoxLayout;
    wishes->addWidget(prefer_);
    wishes->addWidget(new QLabel(tr("Keep")));
    wishes->addWidget(keep_of_site_);
    wishes->addStretch(1);
    auto* limits = new QHBoxLayout;
    limits->addWidget(new QLabel(tr("At most")));
    limits->addWidget(most_price_);
    limits->addWidget(tight_);
    limits->addStretch(1);
    auto* buttons = new QHBoxLayout;
    buttons->addStretch(1);
    for (QPushButton* button : {stop_, five_, design_}) buttons->addWidget(button);
    auto* column = new QVBoxLayout(controls);
    column->setContentsMargins(0, 0, 0, 0);
    column->addLayout(wishes);
    column->addLayout(limits);
    column->addLayout(buttons);
    connect(design_, &QPushButton::clicked, this, [this] { design(); });
    connect(most_price_, &QLineEdit::returnPressed, this, [this] { design(); });
    connect(five_, &QPushButton::clicked, this, &DesignPage::five_to_choose_from);
    connect(stop_, &QPushButton::clicked, this, &DesignPage::stop);
    return controls;
}

QWidget* DesignPage::found() {
    summary_->setObjectName("designSummary");
    summary_->setWordWrap(true);
    summary_->setFont(text_font(*this, 1.05, true));
    saving_->setObjectName("designSaving");
    open_->setObjectName("designOpen");
    set_tone(open_, Tone::fails);
    designs_->setObjectName("designs");
    designs_->setAccessibleName(tr("Designs to choose from"));
    designs_->setHorizontalHeaderLabels(
        {tr("Price"), tr("Work"), tr("Can fail"), tr("Hold"), tr("Tight"), tr("Fail")});
    make_plain(*designs_, design_price);
    for (int column = 0; column < design_columns; ++column) {
        designs_->horizontalHeader()->setSectionResizeMode(column, QHeaderView::Stretch);
        designs_->horizontalHeaderItem(column)->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
    }
    cameras_->setObjectName("designCameras");
    cameras_->setAccessibleName(tr("Each camera's way and why"));
    cameras_->setHorizontalHeaderLabels(
        {tr("Camera"), tr("Way"), tr("Verdict"), tr("Price"), tr("Why")});
    make_plain(*cameras_, camera_why);
    cameras_->horizontalHeader()->setSectionResizeMode(camera_id, QHeaderView::ResizeToContents);
    cameras_->horizontalHeader()->setSectionResizeMode(camera_way, QHeaderView::Fixed);
    cameras_->horizontalHeader()->resizeSection(camera_way, way_width);
    cameras_->horizontalHeader()->setSectionResizeMode(camera_price, QHeaderView::ResizeToContents);
    cameras_->horizontalHeaderItem(camera_price)
        ->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
    cameras_->horizontalHeader()->setSectionResizeMode(camera_verdict,
                                                       QHeaderView::ResizeToContents);
    // Reasons go on to a second line.
    cameras_->setWordWrap(true);
    cameras_->setItemDelegate(new RoomyDelegate(cameras_));
    cameras_->setTextElideMode(Qt::ElideNone);
    cameras_->verticalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
    plan_->setObjectName("designOnPlan");
    plan_->setToolTip(tr("What it has new or other, beside what stands"));
    use_->setObjectName("designUse");
    use_->setToolTip(tr("It becomes the site, in one step that can be undone"));
    keep_->setObjectName("designKeepVariant");
    auto* buttons = new QHBoxLayout;
    buttons->addStretch(1);
    for (QPushButton* button : {plan_, keep_, use_}) buttons->addWidget(button);
    auto* found = new QWidget;
    auto* column = new QVBoxLayout(found);
    column->setContentsMargins(0, 0, 0, 0);
    column->addWidget(summary_);
    column->addWidget(saving_);
    column->addWidget(designs_);
    column->addWidget(cameras_, 1);
    column->addWidget(open_);
    column->addLayout(buttons);
    connect(designs_, &QTableWidget::itemSelectionChanged, this, [this] {
        if (chosen()) show_cameras();
    });
    connect(cameras_, &QTableWidget::itemSelectionChanged, this, [this] {
        const int row = cameras_->currentRow();
        const SiteDesign* design = chosen();
        if (design && row >= 0 && static_cast<std::size_t>(row) < design->cameras.size())
            document_.select(design->cameras[static_cast<std::size_t>(row)].camera);
    });
    connect(plan_, &QPushButton::clicked, this, &DesignPage::show_on_plan);
    connect(use_, &QPushButton::clicked, this, &DesignPage::use);
    connect(keep_, &QPushButton::clicked, this, &DesignPage::keep);
    return found;
}

void DesignPage::design(Then then) { look_for(false, then); }
void DesignPage::five_to_choose_from() { look_for(true); }

void DesignPage::look_for(bool five, Then then) {
    const std::optional<double> most_price = money_in(most_price_->text());
    if (most_price && *most_price < 0) {
        most_price_->setFocus();
        return emit document_.refused(tr("At most: a sum of money, such as 2500, or nothing"));
    }
    forget();
    DesignWishes wishes;
    wishes.prefer = static_cast<Preference>(prefer_->currentIndex());
    wishes.keep = static_cast<Keep>(keep_of_site_->currentIndex());
    wishes.tight = tight_->isChecked();
    wishes.most_price = most_price;
    summary_->setText(tr("designing"));
    saving_->clear();
    look_.start(look_ms);
    enough_ = std::make_shared<std::atomic<bool>>(false);
    job_.start(
        [wishes, five, enough = enough_, site = document_.shared_committed(),
         catalogue = document_.shared_catalogue()](const Wanted& wanted) {
            const auto go_on = [&](double share) { return wanted.go_on(share) && !*enough; };
            return five ? design_frontier(*site, *catalogue, wishes, go_on)
                        : std::vector{design_site(*site, *catalogue, wishes, go_on)};
        },
        [this, then, of = document_.shared_committed()](std::vector<SiteDesign> found) {
            look_.stop();
            of_ = of;
            designs_found_ = std::move(found);
            show_found();
            if (then == Then::plan) show_on_plan();
        });
    show_marks();
}

void DesignPage::stop() {
    if (!enough_) return;
    *enough_ = true;
    look_.stop();
    stop_->setEnabled(false);
    summary_->setText(tr("ending with the best so far"));
}

void DesignPage::forget() {
    job_.stop();
    look_.stop();
    of_.reset();
    designs_found_.clear();
    const QSignalBlocker quiet(designs_);
    designs_->setRowCount(0);
    designs_->hide();
    cameras_->setRowCount(0);
    open_->clear();
    open_->hide();
    summary_->setText(tr("Ways for all cameras at once"));
    saving_->setText(
        tr("With what they can share: cabinets, hubs, trunks, switches and opened ground. Nothing "
           "changes until you use it."));
    show_marks();
}

const SiteDesign* DesignPage::chosen() const {
    if (designs_found_.empty() || of_ != document_.shared_committed()) return nullptr;
    const auto row = static_cast<std::size_t>(std::max(0, designs_->currentRow()));
    return row < designs_found_.size() ? &designs_found_[row] : nullptr;
}

void DesignPage::show_found() {
    const std::string& currency = document_.committed().settings.currency;
    const UnitSystem units = document_.text().units;
    {
        const QSignalBlocker quiet(designs_);
        designs_->horizontalHeaderItem(design_price)->setText(tr("Price, %1").arg(q(currency)));
        designs_->setRowCount(static_cast<int>(designs_found_.size()));
        for (int row = 0; row < designs_->rowCount(); ++row) {
            const SiteDesign& one = designs_found_[static_cast<std::size_t>(row)];
            designs_->setItem(row, design_price, figure(q(shown_money(one.after.price, ""))));
            designs_->setItem(row, design_hours,
                              figure(q(shown(one.after.hours, Unit::hour, units))));
            designs_->setItem(row, design_can_fail,
                              figure(QString::number(std::lround(one.after.can_fail))));
            designs_->setItem(row, design_holds, figure(QString::number(one.runs_after.holds)));
            designs_->setItem(row, design_tight, figure(QString::number(one.runs_after.tight)));
            designs_->setItem(
                row, design_fails,
                figure(QString::number(one.runs_after.fails + one.runs_after.unknown)));
        }
        const bool several = designs_->rowCount() > 1;
        designs_->setVisible(several);
        const int rows = std::min(most_rows_of_designs, designs_->rowCount());
        designs_->setFixedHeight(designs_->horizontalHeader()->sizeHint().height() +
                                 rows * designs_->verticalHeader()->defaultSectionSize() + 4);
        designs_->setCurrentCell(0, 0);
    }
    show_cameras();
}

void DesignPage::show_cameras() {
    const SiteDesign* design = chosen();
    if (!design) return;
    const TextContext context = document_.text();
    const std::string& currency = document_.committed().settings.currency;
    if (design->cameras.empty()) {
        summary_->setText(q(design_bound_text(*design)));
        saving_->clear();
    } else {
        summary_->setText(q(design_sum_text(*design, context, currency)));
        saving_->setText(
            q(design_saving_text(*design, context, currency) + ". " + design_bound_text(*design)));
    }
    const QSignalBlocker quiet(cameras_);
    cameras_->horizontalHeaderItem(camera_price)->setText(tr("Price, %1").arg(q(currency)));
    cameras_->setRowCount(static_cast<int>(design->cameras.size()));
    for (int row = 0; row < cameras_->rowCount(); ++row) {
        const DesignedCamera& one = design->cameras[static_cast<std::size_t>(row)];
        const QString why = q(design_why_text(one, context, currency));
        cameras_->setItem(row, camera_id, new QTableWidgetItem(q(one.camera)));
        cameras_->setItem(row, camera_way, new QTableWidgetItem(q(design_way_text(one))));
        cameras_->setItem(row, camera_verdict, new QTableWidgetItem(q(title(one.verdict))));
        cameras_->setItem(
            row, camera_price,
            figure(one.served ? q(shown_money(one.own.price + one.share.price, "")) : QString()));
        cameras_->setItem(row, camera_why, new QTableWidgetItem(why));
        cameras_->item(row, camera_why)->setToolTip(why);
    }
    QStringList left_open;
    for (const std::string& text : design_open_texts(*design, context)) left_open << q(text);
    open_->setText(tr("Left open: %1").arg(left_open.join("; ")));
    open_->setVisible(!left_open.isEmpty());
    show_marks();
}

void DesignPage::show_marks() {
    const bool working = job_.running();
    stop_->setVisible(working);
    stop_->setEnabled(working);
    for (QWidget* widget : {static_cast<QWidget*>(design_), static_cast<QWidget*>(five_),
                            static_cast<QWidget*>(prefer_), static_cast<QWidget*>(keep_of_site_),
                            static_cast<QWidget*>(tight_), static_cast<QWidget*>(most_price_)})
        widget->setEnabled(!working);
    const SiteDesign* design = chosen();
    const bool other = design && !design->cameras.empty() && !(design->site == *of_);
    for (QPushButton* button : {plan_, use_, keep_}) button->setEnabled(other);
}

void DesignPage::show_on_plan() {
    const SiteDesign* design = chosen();
    if (!design) return;
    document_.set_beside(BesideDesign{tr("The proposed design"), change_between(*of_, design->site),
                                      std::make_shared<const Site>(design->site)});
    emit plan_wanted();
}

void DesignPage::use() {
    if (const SiteDesign* design = chosen())
        document_.edit(tr("Use a design of the whole site"), Site(design->site));
}

void DesignPage::keep() {
    const SiteDesign* design = chosen();
    if (!design) return;
    const Site& site = document_.committed();
    const std::string name = free_design_name(site, tr("Designed").toStdString());
    Result<Added> added = keep_variant(site, design->site, name);
    Result<Site> kept = added ? Result<Site>(std::move(added->site)) : Result<Site>(added.error());
    document_.edit(tr("Keep a design"), std::move(kept));
}

}  // namespace ovant
