// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/kit/elided_label.h"
#include "app/kit/labels.h"
#include "app/kit/q.h"
#include "app/shell/main_window.h"

#include <QAction>
#include <QApplication>
#include <QCloseEvent>
#include <QComboBox>
#include <QDesktopServices>
#include <QFileInfo>
#include <QLabel>
#include <QMenu>
#include <QSettings>
#include <QPainter>
#include <QSplitter>
#include <QStackedWidget>
#include <QStandardPaths>
#include <QTabBar>
#include <QThreadPool>
#include <QToolButton>
#include <QUrl>
#include <QVBoxLayout>

#include <algorithm>

#include "app/document/proposals.h"
#include "app/parts/parts_view.h"
#include "app/plan/beside_bar.h"
#include "app/plan/plan_view.h"
#include "app/power/power_view.h"
#include "app/prove/prove_view.h"
#include "app/runs/run_list.h"
#include "app/runs/sheet_view.h"
#include "app/shell/command_palette.h"
#include "app/shell/start_page.h"
#include "app/strip/strip_view.h"
#include "app/theme/theme.h"
#include "app/verdict/details_panel.h"
#include "app/verdict/verdict_panel.h"
#include "app/ways/ways_view.h"
#include "phrase/check_text.h"
#include "phrase/numbers.h"

namespace ovant {
namespace {

constexpr int most_at_once = 8;  // pieces of work aside
constexpr int autosave_ms = 1500, keep_again_ms = 5000, message_ms = 12000;
constexpr int runs_width = 286, right_width = 304;
constexpr int plan_width = 1280 - runs_width - right_width;

// A line between parts of the window, in the colours of the moment.
class Rule : public QWidget {
public:
    Rule() { setFixedHeight(1); }

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter(this).fillRect(rect(), theme_of(*this).rule);
    }
};

}  // namespace

MainWindow::MainWindow(Prompts prompts, QWidget* parent)
    : QMainWindow(parent),
      prompts_(std::move(prompts)),
      pages_(new QStackedWidget),
      start_page_(new StartPage) {
    setObjectName("mainWindow");
    setAcceptDrops(true);
    // A piece of work that is no longer wanted may take a while to end: none must wait for it.
    QThreadPool::globalInstance()->setMaxThreadCount(
        std::max(most_at_once, QThread::idealThreadCount()));
    setMinimumSize(1000, 640);
    resize(1280, 800);
    pages_->addWidget(start_page_);
    pages_->addWidget(make_workspace());
    setCentralWidget(pages_);
    palette_ = new CommandPalette(this);
    make_file_actions();
    make_edit_actions();
    make_view_actions();
    make_tool_actions();
    make_condition_menu();
    make_school_menu();
    make_what_if_menu();
    connect_all();
    document_.set_unsaved_folder(QStandardPaths::writableLocation(QStandardPaths::AppDataLocation));
    sweep_left_over(document_.unsaved_folder().toStdString());
    for (const QString& path : recent_files())
        sweep_left_over(QFileInfo(path).absolutePath().toStdString());
    refresh_start_page();
    set_stage(Stage::reach);
    refresh();
}

QWidget* MainWindow::make_workspace() {
    auto* workspace = new QWidget;
    auto* column = new QVBoxLayout(workspace);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(make_head());
    column->addWidget(new Rule);
    auto* splitter = new QSplitter(Qt::Horizontal);
    splitter->setHandleWidth(1);
    splitter->setChildrenCollapsible(false);
    runs_ = new RunList(document_);
    connect(runs_, &RunList::sheet_wanted, this, [this] { show_sheet(true); });
    runs_->setMinimumWidth(220);
    splitter->addWidget(runs_);
    splitter->addWidget(make_middle());
    splitter->addWidget(make_right());
    splitter->setStretchFactor(1, 1);
    splitter->setSizes({runs_width, plan_width, right_width});
    column->addWidget(splitter, 1);
    column->addWidget(new Rule);
    column->addWidget(make_foot());
    return workspace;
}

void MainWindow::connect_all() {
    autosave_timer_.setSingleShot(true);
    autosave_timer_.setInterval(autosave_ms);
    connect(&autosave_timer_, &QTimer::timeout, this, &MainWindow::keep_work);
    keep_again_timer_.setSingleShot(true);
    keep_again_timer_.setInterval(keep_again_ms);
    connect(&keep_again_timer_, &QTimer::timeout, this, &MainWindow::keep_work);
    message_timer_.setSingleShot(true);
    message_timer_.setInterval(message_ms);
    connect(&message_timer_, &QTimer::timeout, this, [this] { message_->clear(); });
    connect(&document_, &Document::changed, this, [this](Change what) {
        if (what == Change::preview) return refresh_counts();
        if (what == Change::opening) {
            left_list_ = {};
            findChild<QAction*>("leftList")->setVisible(false);
        }
        time_autosave();
        refresh();
    });
    connect(&document_, &Document::file_changed, this, [this] {
        time_autosave();
        refresh();
    });
    connect(&document_, &Document::selection_changed, plan_, &PlanView::show_selected);
    connect(&document_, &Document::selection_changed, this, &MainWindow::refresh_selected_line);
    connect(&document_, &Document::refused, this, &MainWindow::say);
    connect(&document_, &Document::exported, this, &MainWindow::say_exported);
    connect(&document_, &Document::laid, this, &MainWindow::say_laid);
    connect(message_, &QLabel::linkActivated, this, &MainWindow::follow_link);
    connect(&document_, &Document::changed, this, [this](Change what) {
        if (what != Change::preview && !keeping_failed_) message_->clear();
    });
    connect(verdict_, &VerdictPanel::all_ways_wanted, this, [this] { show_ways(true); });
    connect(verdict_, &VerdictPanel::reading_wanted, this, [this](const Reading& reading) {
        set_stage(Stage::prove);
        prove_->take_reading(reading);
    });
    connect(&document_.proposals(), &Proposals::nothing_better, this,
            [this](const QString& camera) {
                say(tr("%1: no way does better than what stands.").arg(camera));
            });
    connect(start_page_, &StartPage::demo_wanted, this, &MainWindow::open_demo);
    connect(start_page_, &StartPage::new_wanted, this, &MainWindow::new_site);
    connect(start_page_, &StartPage::file_wanted, this, &MainWindow::open_file);
    connect(start_page_, &StartPage::practice_wanted, this, &MainWindow::practise);
    connect(start_page_, &StartPage::chain_wanted, this, &MainWindow::show_chain);
    connect(palette_, &CommandPalette::chain_wanted, this, &MainWindow::show_chain);
    connect(start_page_, &StartPage::open_wanted, this,
            [this] { findChild<QAction*>("open")->trigger(); });
    connect(start_page_, &StartPage::recovery_wanted, this, &MainWindow::take_up_from_start);
    connect(start_page_, &StartPage::kept_work_wanted, this, &MainWindow::show_kept_work);
}

// Whatever looks at the document goes before it does.
MainWindow::~MainWindow() {
    hide();
    qDeleteAll(findChildren<QWidget*>(QString(), Qt::FindDirectChildrenOnly));
}

QWidget* MainWindow::make_head() {
    auto* head = new QWidget;
    head->setObjectName("head");
    head->setFixedHeight(static_cast<int>(fontMetrics().height() * 4.1));
    menu_button_ = new QToolButton;
    menu_button_->setObjectName("menu");
    menu_button_->setText("≡");
    menu_button_->setAccessibleName(tr("Menu"));
    menu_button_->setPopupMode(QToolButton::InstantPopup);
    menu_button_->setFont(text_font(*this, 1.5));
    site_label_ = new ElidedLabel;
    site_label_->setObjectName("siteName");
    site_label_->setFont(text_font(*this, 1.15, true));
    site_figures_ = new QLabel;
    site_figures_->setFont(text_font(*this, 0.9));
    auto* names = new QVBoxLayout;
    names->setSpacing(1);
    names->addStretch(1);
    names->addWidget(site_label_);
    names->addWidget(site_figures_);
    names->addStretch(1);
    stage_line_ = new StageLine;
    stage_line_->setMinimumWidth(430);
    stage_line_->setMaximumWidth(620);
    connect(stage_line_, &StageLine::chosen, this, &MainWindow::set_stage);
    condition_button_ = new QToolButton;
    condition_button_->setObjectName("condition");
    school_button_ = new QToolButton;
    school_button_->setObjectName("school");
    what_if_button_ = new QToolButton;
    what_if_button_->setObjectName("whatIf");
    for (QToolButton* button : {condition_button_, school_button_, what_if_button_}) {
        button->setPopupMode(QToolButton::InstantPopup);
        button->setFont(text_font(*this, 0.95));
    }
    auto* rules = new QVBoxLayout;
    rules->setSpacing(0);
    rules->addStretch(1);
    rules->addWidget(condition_button_, 0, Qt::AlignRight);
    auto* below = new QHBoxLayout;
    below->setSpacing(0);
    below->addStretch(1);
    below->addWidget(what_if_button_);
    below->addWidget(school_button_);
    rules->addLayout(below);
    rules->addStretch(1);
    auto* left = new QHBoxLayout;
    left->addWidget(menu_button_);
    left->addLayout(names, 1);
    auto* layout = new QHBoxLayout(head);
    layout->setContentsMargins(8, 0, 8, 0);
    layout->addLayout(left, 3);
    layout->addWidget(stage_line_, 5);
    layout->addLayout(rules, 3);
    return head;
}

QWidget* MainWindow::make_plan_page() {
    plan_ = new PlanView(document_);
    strip_ = new StripView(document_);
    tool_row_ = new QWidget;
    tool_row_->setObjectName("tools");
    auto* tools = new QHBoxLayout(tool_row_);
    tools->setContentsMargins(6, 4, 6, 4);
    tools->setSpacing(1);
    auto* top = new QWidget;
    auto* column = new QVBoxLayout(top);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(0);
    column->addWidget(tool_row_);
    column->addWidget(new Rule);
    column->addWidget(new BesideBar(document_));
    column->addWidget(plan_, 1);
    auto* splitter = new QSplitter(Qt::Vertical);
    splitter->setHandleWidth(1);
    splitter->setChildrenCollapsible(false);
    sheet_ = new SheetView(document_);
    connect(sheet_, &SheetView::plan_wanted, this, [this] { show_sheet(false); });
    plan_or_sheet_ = new QStackedWidget;
    plan_or_sheet_->addWidget(top);
    plan_or_sheet_->addWidget(sheet_);
    splitter->addWidget(plan_or_sheet_);
    splitter->addWidget(strip_);
    splitter->setStretchFactor(0, 1);
    splitter->setSizes({470, 232});
    return splitter;
}

QWidget* MainWindow::make_middle() {
    middle_ = new QStackedWidget;
    middle_->setMinimumWidth(460);
    middle_->addWidget(make_plan_page());
    power_ = new PowerView(document_);
    connect(power_, &PowerView::day_settings_wanted, this,
            [this] { show_settings(SettingGroup::day); });
    middle_->addWidget(power_);
    parts_ = new PartsView(document_, prompts_);
    connect(parts_, &PartsView::offer_rates_wanted, this,
            [this] { show_settings(SettingGroup::offer); });
    connect(parts_, &PartsView::plan_wanted, this, [this] { set_stage(Stage::reach); });
    middle_->addWidget(parts_);
    prove_ = new ProveView(document_, prompts_);
    middle_->addWidget(prove_);
    ways_ = new WaysView(document_);
    middle_->addWidget(ways_);
    return middle_;
}

QWidget* MainWindow::make_right() {
    auto* side = new QWidget;
    side_ = side;
    side->setMinimumWidth(270);
    right_tabs_ = new QTabBar;
    right_tabs_->setObjectName("rightTabs");
    right_tabs_->addTab(tr("Verdict"));
    right_tabs_->addTab(tr("Details"));
    right_tabs_->setDrawBase(false);
    right_tabs_->setExpanding(false);
    verdict_ = new VerdictPanel(document_);
    details_ = new DetailsPanel(document_);
    right_ = new QStackedWidget;
    right_->addWidget(verdict_);
    right_->addWidget(details_);
    connect(right_tabs_, &QTabBar::currentChanged, right_, &QStackedWidget::setCurrentIndex);
    auto* layout = new QVBoxLayout(side);
    layout->setContentsMargins(0, 4, 0, 0);
    layout->setSpacing(2);
    layout->addWidget(right_tabs_);
    layout->addWidget(right_, 1);
    return side;
}

QWidget* MainWindow::make_foot() {
    auto* foot = new QWidget;
    foot->setObjectName("foot");
    counts_ = new QLabel;
    counts_->setObjectName("counts");
    message_ = new QLabel;
    message_->setObjectName("message");
    message_->setWordWrap(true);
    message_->setAlignment(Qt::AlignCenter);
    message_->setAccessibleName(tr("Message"));
    selected_line_ = new ElidedLabel;
    selected_line_->setObjectName("selectedLine");
    selected_line_->setAccessibleName(tr("Verdict of what is selected"));
    units_button_ = new QToolButton;
    units_button_->setObjectName("unitsButton");
    connect(units_button_, &QToolButton::clicked, this,
            [this] { findChild<QAction*>("units")->trigger(); });
    saved_ = new QLabel;
    saved_->setObjectName("saved");
    for (QWidget* widget : {static_cast<QWidget*>(counts_), static_cast<QWidget*>(units_button_),
                            static_cast<QWidget*>(saved_)}) {
        widget->setFont(text_font(*this, 0.92));
    }
    auto* layout = new QHBoxLayout(foot);
    layout->setContentsMargins(12, 1, 12, 1);
    layout->addWidget(counts_);
    layout->addSpacing(12);
    layout->addWidget(selected_line_, 1);
    layout->addWidget(message_, 1);
    layout->addWidget(units_button_);
    layout->addWidget(saved_);
    return foot;
}

// A timer that runs is left alone: somebody who never rests is kept aside too.
void MainWindow::time_autosave() {
    if (!document_.unsaved())
        autosave_timer_.stop();
    else if (!autosave_timer_.isActive())
        autosave_timer_.start();
}

void MainWindow::refresh_counts() {
    stage_line_->set_faults(stage_faults(document_.assessment()));
    counts_->setText(QString::fromStdString(summary_text(document_.assessment().summary, "    ")));
}

void MainWindow::refresh() {
    const Site& site = document_.site();
    refresh_counts();
    refresh_selected_line();
    const QString name = site.name.empty() ? tr("Unnamed site") : QString::fromStdString(site.name);
    site_label_->setText(name);
    const auto units = document_.assessment().units.size();
    const Network& net = document_.network();
    const auto cameras = static_cast<std::size_t>(
        std::count_if(net.cameras.begin(), net.cameras.end(),
                      [&](DeviceNumber end) { return has_picture(net.kind(end)); }));
    const std::size_t loads = net.cameras.size() - cameras;
    site_figures_->setText(QString::fromStdString(
        counted(cameras, "camera") + ", " +
        (loads > 0 ? counted(loads, "other load") + ", " : std::string()) +
        counted(site.places.size(), "place") + ", " + counted(units, "feeding unit")));
    units_button_->setText(site.settings.units == UnitSystem::metric ? tr("metres") : tr("feet"));
    units_button_->setToolTip(tr("Show metres or feet"));
    saved_->setText(document_.read_only()                 ? tr("for looking only")
                    : document_.unsaved() || save_failed_ ? tr("not saved")
                    : document_.path().isEmpty()          ? tr("no file yet")
                    : saved_at_.isEmpty()                 ? tr("saved")
                                                          : tr("saved %1").arg(saved_at_));
    const auto condition = document_.under().condition;
    double temperature_c = 0;
    if (condition)
        temperature_c = cable_temperature_c(site.settings, *condition, Surroundings::outdoor);
    condition_button_->setText(
        tr("Conditions: %1 ▾")
            .arg(condition ? QString("%1, %2 °%3")
                                 .arg(QString::fromStdString(title(*condition)))
                                 .arg(to_shown(temperature_c, Unit::celsius, document_.units()), 0,
                                      'f', 0)
                                 .arg(document_.units() == UnitSystem::metric ? "C" : "F")
                           : tr("worst of all")));
    school_button_->setText(
        tr("Reach rule: %1 ▾").arg(QString::fromStdString(title(site.settings.school))));
    refresh_what_if();
    setWindowTitle(QString("%1 %2 Ovant").arg(name + (document_.unsaved() ? "*" : ""), "–"));
    if (auto* undo = findChild<QAction*>("undo")) {
        undo->setEnabled(document_.can_undo());
        undo->setText(document_.can_undo() ? tr("Undo: %1").arg(document_.undo_name())
                                           : tr("Undo"));
        auto* redo = findChild<QAction*>("redo");
        redo->setEnabled(document_.can_redo());
        redo->setText(document_.can_redo() ? tr("Redo: %1").arg(document_.redo_name())
                                           : tr("Redo"));
    }
}

void MainWindow::say(const QString& sentence) {
    set_tone(message_, Tone::fails);
    message_->setTextFormat(Qt::PlainText);
    message_->setTextInteractionFlags(Qt::NoTextInteraction);
    message_->setToolTip({});
    message_->setText(sentence);
    message_timer_.start();
}

void MainWindow::say_exported(const QString& path) {
    const QFileInfo file(path);
    const auto link = [&](const QString& target, const QString& words) {
        return QString("<a href=\"%1\">%2</a>")
            .arg(QString(QUrl::fromLocalFile(target).toEncoded()).toHtmlEscaped(), words);
    };
    say_with_links(tr("Saved %1. %2 · %3")
                       .arg(file.fileName().toHtmlEscaped(),
                            link(file.absoluteFilePath(), tr("Open")),
                            link(file.absolutePath(), tr("Show in folder"))));
    message_->setToolTip(file.absoluteFilePath());
}

void MainWindow::say_with_links(const QString& html) {
    set_tone(message_, Tone::usual);
    message_->setToolTip({});
    message_->setTextFormat(Qt::RichText);
    message_->setTextInteractionFlags(Qt::LinksAccessibleByMouse | Qt::LinksAccessibleByKeyboard);
    message_->setText(html);
    message_timer_.start();
}

namespace {

const QString use_first_link = "ovant:use-first-way", other_ways_link = "ovant:other-ways";

}  // namespace

void MainWindow::say_laid(const LaidNote& told) {
    told_of_ = told.camera;
    QString html = told.text.toHtmlEscaped();
    const auto link = [](const QString& target, const QString& words) {
        return QString(" <a href=\"%1\">%2</a>").arg(target, words);
    };
    if (told.offered) html += link(use_first_link, tr("Use it")) + " ·";
    if (!told.camera.empty()) html += link(other_ways_link, tr("Other ways"));
    say_with_links(html);
}

void MainWindow::follow_link(const QString& link) {
    if (link != use_first_link && link != other_ways_link) {
        QDesktopServices::openUrl(QUrl(link));
        return;
    }
    document_.select(told_of_);
    if (link == use_first_link)
        document_.proposals().use_best(told_of_);
    else
        show_ways(true);
}

void MainWindow::show_workspace() {
    pages_->setCurrentIndex(1);
    saved_at_.clear();
    save_failed_ = false;
    refresh();
    plan_->fit();
    plan_->setFocus();
}

void MainWindow::set_stage(Stage stage) {
    stage_ = stage;
    stage_line_->set_stage(stage);
    switch (stage) {
        case Stage::survey:
        case Stage::reach: middle_->setCurrentIndex(0); break;
        case Stage::power: middle_->setCurrentIndex(1); break;
        case Stage::parts: middle_->setCurrentIndex(2); break;
        case Stage::prove: middle_->setCurrentIndex(3); break;
    }
    right_tabs_->setCurrentIndex(stage == Stage::survey ? 1 : 0);
    verdict_->set_shows_unit(stage == Stage::power);
    show_panels();
}

namespace {

QString side_key(Stage stage) { return QString("panels/side-%1").arg(static_cast<int>(stage)); }
constexpr const char* list_key = "panels/list";
constexpr const char* list_beside_sheet_key = "panels/list-beside-sheet";

}  // namespace

bool MainWindow::shows_side(Stage stage) const {
    return QSettings().value(side_key(stage), stage != Stage::parts).toBool();
}

// Beside the sheet the list says again what the sheet says.
bool MainWindow::shows_list() const {
    return shows_sheet() ? QSettings().value(list_beside_sheet_key, false).toBool()
                         : QSettings().value(list_key, true).toBool();
}

void MainWindow::show_panels() {
    if (side_->isHidden() == shows_side(stage_)) side_->setVisible(shows_side(stage_));
    const bool list = shows_list();
    if (runs_->isHidden() == list) runs_->setVisible(list);
    findChild<QAction*>("showSide")->setChecked(shows_side(stage_));
    findChild<QAction*>("showList")->setChecked(list);
    refresh_selected_line();
}

void MainWindow::set_side_shown(bool shown) {
    QSettings().setValue(side_key(stage_), shown);
    show_panels();
}

void MainWindow::set_list_shown(bool shown) {
    QSettings().setValue(shows_sheet() ? list_beside_sheet_key : list_key, shown);
    show_panels();
}

// What the panel would say first, where it is hidden.
void MainWindow::refresh_selected_line() {
    const RunAssessment* run = document_.assessment().run(document_.selected());
    selected_line_->setVisible(!side_->isVisibleTo(this) && run);
    if (run) selected_line_->setText(q(run->camera + ": " + run_sentence(*run, document_.text())));
}

void MainWindow::show_ways(bool ways) {
    if (ways && stage_ != Stage::reach) set_stage(Stage::reach);
    middle_->setCurrentWidget(ways ? static_cast<QWidget*>(ways_) : middle_->widget(0));
    if (ways) ways_->findChild<QWidget*>("waysTable")->setFocus();
}

void MainWindow::show_sheet(bool sheet) {
    if (middle_->currentIndex() != 0) set_stage(Stage::reach);
    plan_or_sheet_->setCurrentWidget(sheet ? static_cast<QWidget*>(sheet_)
                                           : plan_or_sheet_->widget(0));
    show_panels();
    if (sheet)
        sheet_->take_focus();
    else
        plan_->setFocus();
}

bool MainWindow::shows_sheet() const {
    return middle_->currentIndex() == 0 && plan_or_sheet_->currentWidget() == sheet_;
}

bool MainWindow::shows_ways() const { return middle_->currentWidget() == ways_; }

void MainWindow::closeEvent(QCloseEvent* event) {
    if (may_leave())
        event->accept();
    else
        event->ignore();
}

}  // namespace ovant
