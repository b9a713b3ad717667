// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/ways/ways_view.h"

#include <QHeaderView>
#include <QKeyEvent>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QSortFilterProxyModel>
#include <QSplitter>
#include <QStyledItemDelegate>
#include <QTreeView>
#include <QVBoxLayout>

#include <algorithm>
#include <functional>

#include "app/kit/elided_label.h"
#include "app/kit/q.h"
#include "app/kit/when_seen.h"
#include "app/strip/laid_run.h"
#include "app/strip/strip_view.h"
#include "app/theme/icons.h"
#include "app/theme/theme.h"
#include "core/route/route.h"
#include "core/variants/variants.h"
#include "phrase/numbers.h"
#include "phrase/way_text.h"

namespace ovant {
namespace {

constexpr int strip_px = 190;  // least height of one run

class WaysDelegate : public QStyledItemDelegate {
public:
    WaysDelegate(const WaysModel& model, const QSortFilterProxyModel& sorted,
                 std::function<TextContext()> text, QObject* parent)
        : QStyledItemDelegate(parent), model_(model), sorted_(sorted), text_(std::move(text)) {}

    QSize sizeHint(const QStyleOptionViewItem& option, const QModelIndex&) const override {
        return {60, option.fontMetrics.height() * 2 + 4};
    }

    void paint(QPainter* painter, const QStyleOptionViewItem& option,
               const QModelIndex& index) const override {
        const Theme& theme = theme_of(*option.widget);
        const int row = sorted_.mapToSource(index).row();
        const Proposal& proposal = model_.proposals()[static_cast<std::size_t>(row)];
        const QRect r = option.rect;
        painter->save();
        painter->setRenderHint(QPainter::Antialiasing);
        if (option.state & QStyle::State_Selected) painter->fillRect(r, theme.chosen);
        const bool serves = proposal.built && proposal.verdict != Verdict::fails;
        painter->setPen(serves ? theme.ink : theme.quiet);
        switch (static_cast<WaysColumn>(index.column())) {
            case WaysColumn::way: way(*painter, option, theme, proposal, index, row); break;
            case WaysColumn::build: build(*painter, theme, proposal, r, serves); break;
            case WaysColumn::check: check(*painter, option, index, proposal); break;
            case WaysColumn::room: room(*painter, theme, proposal, r); break;
            default:
                painter->setFont(text_font(*option.widget, 0.95));
                painter->drawText(r.adjusted(2, 0, -8, 0), Qt::AlignRight | Qt::AlignVCenter,
                                  index.data().toString());
        }
        painter->setPen(theme.rule);
        painter->drawLine(r.bottomLeft(), r.bottomRight());
        if (option.state & QStyle::State_HasFocus)
            paint_focus(*painter, theme, r.adjusted(1, 0, -1, -1));
        painter->restore();
    }

private:
    void way(QPainter& painter, const QStyleOptionViewItem& option, const Theme& theme,
             const Proposal& proposal, const QModelIndex& index, int row) const {
        const QRect r = option.rect;
        paint_verdict(painter, theme, proposal.built ? proposal.verdict : Verdict::unknown,
                      {r.left() + 11.0, r.center().y() + 0.5}, 11);
        const bool serves = proposal.built && proposal.verdict != Verdict::fails;
        painter.setPen(serves ? theme.ink : theme.quiet);
        painter.setFont(text_font(*option.widget, 1, serves));
        QRect text = r.adjusted(24, 0, -4, 0);
        if (model_.pinned(row)) {
            painter.setPen(Qt::NoPen);
            painter.setBrush(theme.copper);
            painter.drawEllipse(QPointF(r.right() - 8, r.center().y()), 3.5, 3.5);
            painter.setPen(theme.ink);
            text.adjust(0, 0, -12, 0);
        }
        const QString name =
            painter.fontMetrics().elidedText(index.data().toString(), Qt::ElideRight, text.width());
        if (!model_.in_use(row)) {
            painter.drawText(text, Qt::AlignLeft | Qt::AlignVCenter, name);
            return;
        }
        // The one that stands says so under its name.
        const int middle = text.center().y();
        painter.drawText(QRect(text.left(), text.top(), text.width(), middle - text.top()),
                         Qt::AlignLeft | Qt::AlignBottom, name);
        painter.setFont(text_font(*option.widget, 0.85));
        painter.setPen(theme.quiet);
        painter.drawText(QRect(text.left(), middle, text.width(), text.bottom() - middle),
                         Qt::AlignLeft | Qt::AlignTop, tr("in use"));
    }

    void build(QPainter& painter, const Theme& theme, const Proposal& proposal, const QRect& r,
               bool serves) const {
        if (!proposal.built) return;
        if (!serves) painter.setOpacity(0.55);
        const double left = r.left() + 4, width = r.width() - 16, y = r.center().y();
        double at_m = 0;
        for (std::size_t i = 0; i < proposal.build.size(); ++i) {
            const BuildHop& hop = proposal.build[i];
            const double from = left + width * at_m / model_.longest_m();
            at_m += hop.length_m;
            const double to = left + width * at_m / model_.longest_m();
            paint_cable(painter, theme, QPolygonF({QPointF(from, y), QPointF(to, y)}),
                        {hop.medium, hop.long_reach}, 6);
            if (i + 1 == proposal.build.size() || to - from < 3) continue;
            Kind kind;
            kind.category = hop.unit;
            paint_unit(painter, theme, kind, {to, y}, 10);
        }
        painter.setOpacity(1);
    }

    // The figures of the check and its name below; a sentence where there are no figures.
    void check(QPainter& painter, const QStyleOptionViewItem& option, const QModelIndex& index,
               const Proposal& proposal) const {
        const QRect area = option.rect.adjusted(2, 2, -6, -2);
        const std::string numbers =
            proposal.built && proposal.harmed.empty() ? figures(proposal.decisive, text_()) : "";
        if (numbers.empty()) {
            painter.setFont(text_font(*option.widget, 0.9));
            const QString text = index.data().toString();
            const QString fitted = painter.fontMetrics().elidedText(
                text, Qt::ElideRight, static_cast<int>(area.width() * 1.8));
            painter.drawText(area, Qt::AlignLeft | Qt::AlignVCenter | Qt::TextWordWrap, fitted);
            return;
        }
        const int half = area.height() / 2;
        painter.setFont(text_font(*option.widget, 0.95, proposal.verdict != Verdict::fails));
        painter.drawText(
            area.adjusted(0, 0, 0, -half), Qt::AlignLeft | Qt::AlignVCenter,
            painter.fontMetrics().elidedText(q(numbers), Qt::ElideRight, area.width()));
        painter.setFont(text_font(*option.widget, 0.86));
        painter.setPen(theme_of(*option.widget).quiet);
        painter.drawText(area.adjusted(0, half, 0, 0), Qt::AlignLeft | Qt::AlignVCenter,
                         painter.fontMetrics().elidedText(q(title(proposal.decisive.id)),
                                                          Qt::ElideRight, area.width()));
    }

    void room(QPainter& painter, const Theme& theme, const Proposal& proposal,
              const QRect& r) const {
        if (!proposal.built) return;
        const double middle = r.left() + r.width() * 0.42, y = r.center().y();
        const double share = room_share(proposal);
        const double length = share * (share < 0 ? r.width() * 0.38 : r.width() * 0.5);
        painter.setPen(Qt::NoPen);
        painter.setBrush(colour_of(theme, proposal.verdict));
        painter.drawRect(QRectF(std::min(middle, middle + length), y - 5, std::abs(length), 10));
        painter.setPen(QPen(theme.ink, 1));
        painter.drawLine(QPointF(middle, y - 9), QPointF(middle, y + 9));
    }

    const WaysModel& model_;
    const QSortFilterProxyModel& sorted_;
    std::function<TextContext()> text_;
};

}  // namespace

WaysView::WaysView(Document& document, QWidget* parent)
    : QWidget(parent),
      document_(document),
      model_(new WaysModel(document, this)),
      sorted_(new QSortFilterProxyModel(this)),
      table_(new QTreeView),
      heading_(new ElidedLabel),
      beside_(new ElidedLabel),
      parts_(new QLabel),
      use_(new QPushButton(icon(Icon::accept), tr("Use this way"))),
      pin_(new QPushButton(icon(Icon::pin), tr("Pin"))),
      keep_(new QPushButton(icon(Icon::kept), tr("Keep"))),
      strip_(new StripView(document)) {
    setObjectName("ways");
    heading_->setObjectName("waysHeading");
    heading_->setFont(text_font(*this, 1.1, true));
    heading_->setSizePolicy(QSizePolicy::Maximum, QSizePolicy::Preferred);
    beside_->setMinimumWidth(140);
    beside_->setFont(text_font(*this, 0.92));
    use_->setObjectName("useWay");
    use_->setToolTip(tr("The camera's run becomes this way (Enter)"));
    pin_->setObjectName("pinWay");
    pin_->setToolTip(
        tr("Keep this way beside the others: two stand one under the other below, all of them "
           "faint on the plan (Space)"));
    for (QPushButton* button : {use_, pin_, keep_}) button->setEnabled(false);
    keep_->setObjectName("keepWay");
    keep_->setToolTip(
        tr("The site with this way is kept as a variant, to compare or to offer; see Parts"));
    make_table();
    lay_out();
    connect(use_, &QPushButton::clicked, this, &WaysView::use_current);
    connect(pin_, &QPushButton::clicked, this, &WaysView::pin_current);
    connect(keep_, &QPushButton::clicked, this, &WaysView::keep_current);
    connect(table_, &QTreeView::doubleClicked, this, &WaysView::use_current);
    connect(table_->selectionModel(), &QItemSelectionModel::currentChanged, this,
            &WaysView::show_strips);
    auto* when_seen = new WhenSeen(this, [this] { fill(); });
    connect(&document_, &Document::changed, when_seen, [when_seen](Change what) {
        if (what != Change::preview) when_seen->ask();
    });
    connect(&document_, &Document::selection_changed, when_seen, [this, when_seen] {
        if (document_.selected_camera() != camera_) when_seen->ask();
    });
    connect(&document_.proposals(), &Proposals::ready, when_seen, &WhenSeen::ask);
}

void WaysView::make_table() {
    sorted_->setSourceModel(model_);
    sorted_->setSortRole(WaysModel::sort_role);
    table_->setObjectName("waysTable");
    table_->setAccessibleName(tr("Ways to reach the camera"));
    table_->setModel(sorted_);
    table_->setItemDelegate(new WaysDelegate(
        *model_, *sorted_, [this] { return document_.text(); }, this));
    table_->setRootIsDecorated(false);
    table_->setUniformRowHeights(true);
    table_->setSortingEnabled(true);
    table_->sortByColumn(0, Qt::AscendingOrder);
    table_->setAllColumnsShowFocus(true);
    table_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    table_->setFrameShape(QFrame::NoFrame);
    table_->installEventFilter(this);
    QHeaderView* header = table_->header();
    header->setStretchLastSection(false);
    header->setSectionsMovable(false);
    header->setMinimumSectionSize(40);
    header->setSectionResizeMode(static_cast<int>(WaysColumn::check), QHeaderView::Stretch);
}

void WaysView::lay_out() {
    auto* head = new QHBoxLayout;
    head->setContentsMargins(14, 8, 10, 6);
    head->setSpacing(6);
    head->addWidget(heading_);
    head->addSpacing(8);
    head->addWidget(beside_, 1);
    head->addWidget(pin_);
    head->addWidget(keep_);
    head->addWidget(use_);
    auto* top = new QWidget;
    auto* column = new QVBoxLayout(top);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addLayout(head);
    column->addWidget(table_, 1);
    parts_->setObjectName("wayParts");
    parts_->setWordWrap(true);
    parts_->setContentsMargins(14, 4, 10, 4);
    parts_->setFont(text_font(*this, 0.88));
    parts_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
    column->addWidget(parts_);
    auto* splitter = new QSplitter(Qt::Vertical);
    splitter->setHandleWidth(1);
    splitter->setChildrenCollapsible(false);
    splitter->addWidget(top);
    strip_->setObjectName("wayStrip");
    strip_->findChild<QWidget*>("stripLength")->setObjectName("wayStripLength");
    strip_->findChild<QWidget*>("pathButton")->setObjectName("wayPathButton");
    splitter->addWidget(strip_);
    splitter->setStretchFactor(0, 1);
    splitter->setSizes({470, 232});
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(splitter);
}

// What stands stays until what is asked for is known.
void WaysView::fill() {
    const std::string wanted = document_.selected_camera();
    const auto found = wanted.empty() ? nullptr : document_.proposals().of_run(wanted);
    if (!wanted.empty() && (!found || found == filled_with_)) return;
    filled_with_ = found;
    // The cursor stays on its way while the camera stays.
    const Proposal* was = camera_ == document_.selected_camera() ? current() : nullptr;
    const WayId way_was = was ? *was->way : WayId::direct_copper;
    const bool keep = was != nullptr;
    camera_ = document_.selected_camera();
    const Device* camera = find_device(document_.site(), camera_);
    if (!camera) {
        heading_->setText(tr("Choose a camera"));
        beside_->setText(tr("on the left, to see every way to reach it"));
        model_->set_proposals({}, {});
        strip_->show_laid({});
        use_->setEnabled(false);
        pin_->setEnabled(false);
        keep_->setEnabled(false);
        return;
    }
    heading_->setText(tr("Ways to reach %1 %2").arg(q(camera->id), q(camera->name)));
    QStringList facts;
    if (const Place* head = head_end_of(document_.site()))
        facts << tr("%1 in a straight line")
                     .arg(q(
                         shown(distance_m(head->at, camera->at), Unit::metre, document_.units())));
    facts << tr("%1 at most")
                 .arg(q(shown(document_.assessment().run(camera_)->camera_w, Unit::watt,
                              document_.units())));
    beside_->setText(facts.join(", "));
    const CameraNumber number = document_.camera_number(camera_);
    model_->set_proposals(found->ways,
                          kinds_along(document_.network(), document_.network().runs[number]));
    for (std::size_t row = 0; row < model_->proposals().size(); ++row) {
        const Proposal& proposal = model_->proposals()[row];
        for (const PinnedWay& pinned : document_.pinned_ways(camera_)) {
            if (pinned.way == proposal.way && proposal.built)
                model_->set_pinned(static_cast<int>(row), true);
        }
    }
    table_->setCurrentIndex(sorted_->index(0, 0));
    for (int row = 0; keep && row < sorted_->rowCount(); ++row) {
        const int source_row = sorted_->mapToSource(sorted_->index(row, 0)).row();
        if (model_->proposals()[static_cast<std::size_t>(source_row)].way == way_was)
            table_->setCurrentIndex(sorted_->index(row, 0));
    }
    table_->scrollTo(table_->currentIndex());
    show_strips();
}

void WaysView::resizeEvent(QResizeEvent*) {
    // In a small window the names and what decides come first.
    const bool narrow = width() < 640;
    const int wide_widths[ways_columns] = {214, 112, 60, 66, 54, 58, 54};
    const int narrow_widths[ways_columns] = {178, 70, 60, 48, 50, 50, 50};
    for (int i = 0; i < ways_columns; ++i) {
        if (i != static_cast<int>(WaysColumn::check))
            table_->header()->resizeSection(i, narrow ? narrow_widths[i] : wide_widths[i]);
    }
    for (WaysColumn column : {WaysColumn::can_fail, WaysColumn::work})
        table_->setColumnHidden(static_cast<int>(column), narrow);
}

int WaysView::current_row() const {
    const QModelIndex index = table_->currentIndex();
    return index.isValid() ? sorted_->mapToSource(index).row() : -1;
}

const Proposal* WaysView::current() const {
    const int row = current_row();
    return row < 0 ? nullptr : &model_->proposals()[static_cast<std::size_t>(row)];
}

void WaysView::show_strips() {
    const Proposal* proposal = current();
    use_->setEnabled(proposal && proposal->built && !proposal->change.empty());
    use_->setText(proposal && proposal->built && proposal->change.empty() ? tr("In use")
                                                                          : tr("Use this way"));
    pin_->setEnabled(proposal && proposal->built);
    keep_->setEnabled(use_->isEnabled());
    const int at = current_row();
    pin_->setText(at >= 0 && model_->pinned(at) ? tr("Unpin") : tr("Pin"));
    const bool consists = proposal && proposal->built && !proposal->parts.empty();
    parts_->setVisible(consists);
    if (consists)
        parts_->setText(tr("Takes %1").arg(q(parts_text(proposal->parts, document_.units()))));
    std::vector<int> rows = model_->pins();
    const int now = current_row();
    // The way under the cursor and the pinned one, at most two of them.
    if (now >= 0 && std::find(rows.begin(), rows.end(), now) == rows.end()) rows.push_back(now);
    if (rows.size() > 2) rows.erase(rows.begin(), rows.end() - 2);
    std::vector<std::shared_ptr<const LaidRun>> runs;
    for (int row : rows) {
        const Proposal& shown_way = model_->proposals()[static_cast<std::size_t>(row)];
        if (!shown_way.built) continue;
        auto laid = laid_as(document_, with_change(document_.committed(), shown_way.change),
                            camera_, q(proposal_title(shown_way, document_.text())));
        if (laid) runs.push_back(std::move(laid));
    }
    // Each of two needs its own height.
    strip_->setMinimumHeight(runs.size() > 1 ? 2 * strip_px : strip_px + 10);
    strip_->show_laid(std::move(runs));
    // What lies below takes the room it needs: the row under the cursor stays in sight.
    QTimer::singleShot(0, this, [this] { table_->scrollTo(table_->currentIndex()); });
}

void WaysView::use_current() {
    const Proposal* proposal = current();
    if (proposal) document_.proposals().use(*proposal, camera_);
}

void WaysView::keep_current() {
    const Proposal* proposal = current();
    if (!proposal || !proposal->built || proposal->change.empty()) return;
    const Site& site = document_.committed();
    const std::string name =
        free_design_name(site, camera_ + ": " + proposal_title(*proposal, document_.text()));
    Result<Added> kept = keep_variant(site, with_change(site, proposal->change), name);
    document_.edit(tr("Keep %1").arg(q(name)),
                   kept ? Result<Site>(std::move(kept->site)) : Result<Site>(kept.error()));
}

void WaysView::pin_current() {
    const int row = current_row();
    if (row < 0) return;
    model_->set_pinned(row, !model_->pinned(row));
    std::vector<PinnedWay> pinned;
    for (int each : model_->pins()) {
        const Proposal& proposal = model_->proposals()[static_cast<std::size_t>(each)];
        pinned.push_back({*proposal.way, proposal.change});
    }
    document_.set_pinned_ways(camera_, std::move(pinned));
    show_strips();
}

bool WaysView::eventFilter(QObject* watched, QEvent* event) {
    if (watched == table_ && event->type() == QEvent::KeyPress) {
        const int key = static_cast<QKeyEvent*>(event)->key();
        if (key == Qt::Key_Return || key == Qt::Key_Enter) {
            use_current();
            return true;
        }
        if (key == Qt::Key_Space) {
            pin_current();
            return true;
        }
    }
    return QWidget::eventFilter(watched, event);
}

}  // namespace ovant
