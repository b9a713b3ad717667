// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/power/power_view.h"

#include <QDate>
#include <QPushButton>
#include <QScrollArea>
#include <QSplitter>
#include <QVBoxLayout>

#include <algorithm>

#include "app/document/day_player.h"
#include "app/kit/q.h"
#include "app/power/assign_bar.h"
#include "app/power/day_chart.h"
#include "app/power/ports_picture.h"
#include "app/power/tree_picture.h"
#include "app/kit/elided_label.h"
#include "app/kit/when_seen.h"
#include "app/theme/theme.h"
#include "core/edits/edits.h"
#include "phrase/power_text.h"

namespace ovant {
namespace {

QScrollArea* scrolled(QWidget* content) {
    auto* area = new QScrollArea;
    area->setWidgetResizable(true);
    area->setFrameShape(QFrame::NoFrame);
    area->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    area->setFocusPolicy(Qt::NoFocus);
    area->setWidget(content);
    return area;
}

struct ButtonWords {
    QString text, tip;
};

QToolButton* small_button(const QWidget& view, const char* name, const ButtonWords& words) {
    auto* button = new QToolButton;
    button->setObjectName(name);
    button->setText(words.text);
    button->setToolTip(words.tip);
    button->setAccessibleName(words.tip);
    button->setFont(text_font(view, 0.9));
    return button;
}

}  // namespace

PowerView::PowerView(Document& document, QWidget* parent)
    : QWidget(parent),
      document_(document),
      units_(new QComboBox),
      basis_(new QComboBox),
      pages_(new QTabBar),
      stack_(new QStackedWidget),
      assign_bar_(new AssignBar(document)),
      picture_(new PortsPicture(document)),
      together_(new PortsPicture(document)),
      tree_(new TreePicture(document)) {
    setObjectName("power");
    units_->setObjectName("unit");
    units_->setAccessibleName(tr("Unit that feeds"));
    units_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    units_->setMinimumContentsLength(9);
    basis_->setObjectName("powerBasis");
    basis_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    basis_->setMinimumContentsLength(8);
    basis_->setAccessibleName(tr("What counts against a unit"));
    for (SwitchBasis basis :
         {SwitchBasis::by_class, SwitchBasis::greatest_draw, SwitchBasis::typical})
        basis_->addItem(q(title(basis)), static_cast<int>(basis));
    basis_->setToolTip(
        tr("What counts against a unit: what the class reserves, the greatest draw "
           "of each camera with its cable, or the draw by day."));
    pages_->setObjectName("powerPages");
    pages_->setAccessibleName(tr("Pictures of power"));
    pages_->setDrawBase(false);
    pages_->setExpanding(false);
    pages_->setUsesScrollButtons(false);
    pages_->setElideMode(Qt::ElideNone);
    pages_->setFont(text_font(*this, 0.92));
    for (const QString& text : {tr("Ports"), tr("All"), tr("Tree")}) pages_->addTab(text);
    pages_->setTabToolTip(0, tr("One unit, with its day below"));
    pages_->setTabToolTip(1, tr("All units that stand at this place, to carry runs between them"));
    pages_->setTabToolTip(2, tr("Where the watts flow, from the mains to each unit"));
    together_->setObjectName("portsTogether");
    lay_out();
    connect(units_, &QComboBox::activated, this, [this] {
        show_unit(unit());
        document_.select(unit());
    });
    connect(basis_, &QComboBox::activated, this, [this] {
        Settings settings = document_.committed().settings;
        settings.switch_basis = static_cast<SwitchBasis>(basis_->currentData().toInt());
        document_.edit(tr("Count units by %1").arg(basis_->currentText()),
                       set_settings(document_.committed(), settings));
    });
    connect(pages_, &QTabBar::currentChanged, stack_, &QStackedWidget::setCurrentIndex);
    auto* when_seen = new WhenSeen(this, [this] { refresh(); });
    connect(&document_, &Document::changed, when_seen, &WhenSeen::ask);
    connect(&document_, &Document::selection_changed, when_seen, &WhenSeen::ask);
    connect(&document_.day(), &DayPlayer::changed, this, &PowerView::refresh_day);
    connect(&document_.day(), &DayPlayer::moment_changed, this, &PowerView::refresh_moment);
    connect(&document_.day(), &DayPlayer::playing_changed, this, &PowerView::refresh_moment);
    refresh();
}

void PowerView::lay_out() {
    auto* assign_button = new QPushButton(tr("Assign"));
    assign_button->setObjectName("assign");
    assign_button->setToolTip(
        tr("Puts the runs of this place on ports that suit them and moves as "
           "few as it can. You see it before it is done."));
    connect(assign_button, &QPushButton::clicked, this, &PowerView::assign);
    auto* top = new QHBoxLayout;
    top->setContentsMargins(16, 6, 12, 2);
    top->setSpacing(5);
    top->addWidget(units_);
    top->addWidget(basis_);
    top->addWidget(pages_);
    top->addStretch(1);
    top->addWidget(assign_button);
    auto* with_day = new QSplitter(Qt::Vertical);
    with_day->setHandleWidth(1);
    with_day->setChildrenCollapsible(false);
    with_day->addWidget(picture_);
    with_day->addWidget(make_day());
    with_day->setSizes({300, 380});
    stack_->addWidget(with_day);
    stack_->addWidget(scrolled(together_));
    stack_->addWidget(scrolled(tree_));
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addLayout(top);
    layout->addWidget(assign_bar_);
    layout->addWidget(stack_, 1);
}

QLayout* PowerView::make_day_controls() {
    play_ = small_button(*this, "dayPlay", {"▶", tr("Play the day")});
    connect(play_, &QToolButton::clicked, this, [this] {
        document_.day().play(!document_.day().playing());
        chart_->setFocus();
    });
    auto* speed = new QComboBox;
    speed->setObjectName("daySpeed");
    speed->setAccessibleName(tr("How fast the day plays"));
    speed->setFont(text_font(*this, 0.9));
    const std::pair<double, QString> speeds[] = {
        {60, tr("1 min/s")}, {600, tr("10 min/s")}, {3600, tr("1 h/s")}};
    for (const auto& [factor, text] : speeds) speed->addItem(text, factor);
    speed->setCurrentIndex(1);
    connect(speed, &QComboBox::activated, this,
            [this, speed] { document_.day().set_speed(speed->currentData().toDouble()); });
    auto* next =
        small_button(*this, "dayNext", {tr("Next trouble"), tr("To the next trouble (N)")});
    connect(next, &QToolButton::clicked, this, [this] {
        if (!document_.day().to_next_trouble()) moment_words_->setText(tr("No more trouble."));
    });
    keep_ = small_button(
        *this, "dayKeep",
        {tr("Compare"), tr("Keeps the day as it is now and draws it beside what you change")});
    keep_->setCheckable(true);
    connect(keep_, &QToolButton::clicked, this, [this](bool on) { document_.day().keep(on); });
    auto* length = new QComboBox;
    length->setObjectName("dayLength");
    length->setAccessibleName(tr("How long"));
    length->setFont(text_font(*this, 0.9));
    length->addItem(tr("1 day"), 1);
    length->addItem(tr("1 week"), 7);
    connect(length, &QComboBox::activated, this,
            [this, length] { document_.day().set_days(length->currentData().toInt()); });
    auto* settings =
        small_button(*this, "daySettings",
                     {tr("Day…"), tr("Date, place on earth, outage and weather of the day")});
    connect(settings, &QToolButton::clicked, this, &PowerView::day_settings_wanted);
    auto* row = new QHBoxLayout;
    row->setContentsMargins(16, 5, 16, 0);
    row->setSpacing(5);
    row->addWidget(day_title_, 1);
    for (QWidget* widget : {static_cast<QWidget*>(play_), static_cast<QWidget*>(speed),
                            static_cast<QWidget*>(next), static_cast<QWidget*>(keep_),
                            static_cast<QWidget*>(length), static_cast<QWidget*>(settings)})
        row->addWidget(widget);
    return row;
}

QWidget* PowerView::make_day() {
    chart_ = new DayChart(document_);
    day_title_ = new ElidedLabel;
    day_title_->setObjectName("dayTitle");
    day_title_->setFont(text_font(*this, 1.05, true));
    day_words_ = new ElidedLabel;
    day_words_->setObjectName("dayWords");
    day_words_->setFont(text_font(*this, 0.9));
    moment_words_ = new ElidedLabel;
    moment_words_->setObjectName("momentWords");
    moment_words_->setFont(text_font(*this, 0.9));
    moment_words_->setMinimumWidth(100);
    auto* page = new QWidget;
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(0, 0, 0, 4);
    column->setSpacing(2);
    column->addLayout(make_day_controls());
    auto* words = new QVBoxLayout;
    words->setContentsMargins(16, 0, 16, 0);
    words->setSpacing(0);
    words->addWidget(day_words_);
    words->addWidget(moment_words_);
    column->addLayout(words);
    column->addWidget(scrolled(chart_), 1);
    return page;
}

void PowerView::set_page(PowerPage page) { pages_->setCurrentIndex(static_cast<int>(page)); }

void PowerView::assign() {
    const Device* device = find_device(document_.site(), unit());
    assign_bar_->look_for(device ? device->place : "");
}

void PowerView::showEvent(QShowEvent*) { document_.day().set_wanted(true); }
// The moment stays, so that plan and strip go on showing it; it is let go there or here.
void PowerView::hideEvent(QHideEvent*) {
    if (!document_.day().moment_s()) document_.day().set_wanted(false);
}

void PowerView::refresh() {
    const std::string feeding = unit_of_selection();
    const std::string now = unit();
    units_->clear();
    for (const UnitAssessment& unit : document_.assessment().units) {
        const Device* device = find_device(document_.site(), unit.device);
        const QString id = q(unit.device);
        const QString name = device ? q(device->name) : QString();
        units_->addItem(name.isEmpty() ? id : id + "  " + name, id);
    }
    const int chosen = units_->findData(q(feeding)), again = units_->findData(q(now));
    units_->setCurrentIndex(chosen >= 0           ? chosen
                            : again >= 0          ? again
                            : units_->count() > 0 ? 0
                                                  : -1);
    units_->setToolTip(units_->currentText());
    basis_->setCurrentIndex(
        basis_->findData(static_cast<int>(document_.site().settings.switch_basis)));
    show_unit(unit());
}

void PowerView::show_unit(const std::string& device) {
    picture_->set_units(device.empty() ? std::vector<std::string>{}
                                       : std::vector<std::string>{device});
    chart_->set_unit(device);
    // All that stand at the same place, so that a run can be carried from one to the other.
    const Device* shown = find_device(document_.site(), device);
    std::vector<std::string> together;
    for (const UnitAssessment& unit : document_.assessment().units) {
        const Device* other = find_device(document_.site(), unit.device);
        if (shown && other && other->place == shown->place) together.push_back(unit.device);
    }
    together_->set_units(std::move(together));
    refresh_day();
}

void PowerView::resizeEvent(QResizeEvent*) { title_day(); }

void PowerView::title_day() {
    const Device* device = find_device(document_.site(), unit());
    const QString name = device && !device->name.empty() ? q(device->name) : q(unit());
    const QDate date = QDate::fromString(q(document_.site().settings.day.date), Qt::ISODate);
    // In a small window the day alone, the unit stands above it.
    day_title_->setText(width() < 640 ? date.toString("d MMM")
                                      : tr("%1, %2").arg(name, date.toString("d MMMM yyyy")));
}

void PowerView::refresh_day() {
    const DayPlayer& day = document_.day();
    title_day();
    play_->setEnabled(day.result() != nullptr);
    keep_->setChecked(day.kept() != nullptr);
    QString words;
    if (day.working()) {
        words = tr("Working the day out…");
    } else if (day.result()) {
        words = q(day_text(*day.result(), document_.text())) + ". ";
        if (const UnitDay* unit_day = day.result()->unit(unit()))
            words += q(unit_day_text(*unit_day, document_.text())) + ".";
        if (day.kept())
            words = tr("Before: %1. Now: ").arg(q(day_text(*day.kept(), document_.text()))) + words;
    }
    day_words_->setText(words);
    day_words_->setToolTip(words);
    refresh_moment();
}

void PowerView::refresh_moment() {
    const DayPlayer& day = document_.day();
    play_->setText(day.playing() ? "❚❚" : "▶");
    play_->setToolTip(day.playing() ? tr("Pause") : tr("Play the day"));
    if (!day.result()) return moment_words_->clear();
    QString words;
    if (day.moment_s()) {
        // The last thing that happened by now.
        const DayEvent* last = nullptr;
        for (const DayEvent& event : day.result()->events) {
            if (event.t_s > *day.moment_s()) break;
            const auto& here = chart_->cameras();
            if (event.device.empty() || event.device == unit() ||
                std::find(here.begin(), here.end(), event.device) != here.end())
                last = &event;
        }
        if (last) words = q(clock_text(last->t_s) + "  " + event_text(*last, document_.text()));
    } else if (const CameraDay* camera = day.result()->camera(document_.selected_camera())) {
        words = q(camera_day_text(*camera, document_.text()));
    }
    moment_words_->setText(words);
    moment_words_->setToolTip(words);
}

// The selected unit, or the one that feeds what is selected.
std::string PowerView::unit_of_selection() const {
    if (const CameraNumber number = document_.camera_number(document_.selected_camera())) {
        const Run& run = document_.network().runs[number];
        if (run.fed) return document_.network().device(run.source.device).id;
    }
    return document_.selected();
}

}  // namespace ovant
