// SPDX-License-Identifier: GPL-3.0-or-later
// Every command of the window as an action: in the menu, on a key, and in the palette.
#include <QAction>
#include <QActionGroup>
#include <QApplication>
#include <QComboBox>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QMenu>
#include <QSettings>
#include <QStackedWidget>
#include <QToolButton>

#include <map>

#include "app/catalogue/catalogue_dialog.h"
#include "app/kit/q.h"
#include "app/parts/parts_view.h"
#include "app/document/proposals.h"
#include "app/plan/plan_sheet_dialog.h"
#include "app/plan/plan_view.h"
#include "app/prove/prove_view.h"
#include "app/power/power_view.h"
#include "app/runs/run_list.h"
#include "app/shell/chances_dialog.h"
#include "app/shell/command_palette.h"
#include "app/shell/main_window.h"
#include "app/settings/settings_window.h"
#include "app/theme/icons.h"
#include "app/theme/theme.h"
#include "core/catalogue/usual_kinds.h"
#include "core/choose/proposal.h"
#include "core/edits/edits.h"
#include "phrase/power_text.h"

namespace ovant {
QAction* MainWindow::add_action(const char* name, const QString& text, const QKeySequence& key,
                                std::function<void()> run) {
    auto* action = new QAction(text, this);
    action->setObjectName(name);
    action->setShortcut(key);
    connect(action, &QAction::triggered, this, [run = std::move(run)] { run(); });
    addAction(action);
    return action;
}

void MainWindow::make_drawing_actions(QMenu& menu) {
    menu.addAction(add_action("layDrawing", tr("Lay a drawing beneath…"), {}, [this] {
        const QString path = prompts_.open_path(
            this,
            {tr("Lay a drawing beneath"), tr("Drawings (*.png *.jpg *.jpeg *.svg *.pdf)"), {}});
        if (path.isEmpty()) return;
        set_stage(Stage::survey);
        plan_->take_drawing(path);
    }));
    const auto fade = [this](double step) {
        std::optional<Drawing> drawing = document_.committed().drawing;
        if (!drawing) return;
        drawing->fade = std::clamp(drawing->fade + step, 0.0, 1.0);
        document_.edit(tr("Fade drawing"), set_drawing(document_.committed(), std::move(drawing)));
    };
    add_action("fadeMore", tr("Fade the drawing more"), {}, [fade] { fade(0.2); });
    add_action("fadeLess", tr("Fade the drawing less"), {}, [fade] { fade(-0.2); });
    add_action("removeDrawing", tr("Take the drawing away"), {}, [this] {
        document_.edit(tr("Take drawing away"), set_drawing(document_.committed(), std::nullopt));
    });
}

void MainWindow::make_file_actions() {
    auto* menu = new QMenu(this);
    menu->setObjectName("mainMenu");
    menu_button_->setMenu(menu);
    menu->addAction(add_action("new", tr("New site"), QKeySequence::New, [this] {
        if (may_leave()) new_site();
    }));
    menu->addAction(add_action("open", tr("Open a site file…"), QKeySequence::Open, [this] {
        const QString path = prompts_.open_path(
            this, {tr("Open a site"), tr("Ovant sites (*.ovant.json *.json)"), {}});
        if (!path.isEmpty() && may_leave()) open_file(path);
    }));
    menu->addAction(add_action("demo", tr("Open the demo, Marram Quay"), {}, [this] {
        if (may_leave()) open_demo();
    }));
    menu->addAction(
        add_action("keptWork", tr("Work kept aside…"), {}, [this] { show_kept_work(); }));
    menu->addAction(add_action("save", tr("Save"), QKeySequence::Save, [this] { save(); }));
    menu->addAction(add_action("saveAs", tr("Save under another name…"),
                               QKeySequence(tr("Ctrl+Shift+S")), [this] { save_as(); }));
    menu->addSeparator();
    make_drawing_actions(*menu);
    menu->addAction(add_action("importList", tr("Import cameras from a list…"), {}, [this] {
        const QString path = prompts_.open_path(
            this, {tr("Import cameras"), tr("Lists (*.csv *.tsv *.txt *.xlsx *.ods)"), {}});
        if (!path.isEmpty()) import_file(path);
    }));
    menu->addAction(add_action("leftList", tr("Rows left of a list…"), {}, [this] {
        if (!left_list_.table.rows.empty()) show_list({left_list_});
    }));
    findChild<QAction*>("leftList")->setVisible(false);
    menu->addAction(
        add_action("sampleList", tr("Save a sample list…"), {}, [this] { save_sample_list(); }));
    menu->addAction(add_action("pasteCameras", tr("Paste cameras from a spreadsheet"),
                               QKeySequence::Paste, [this] { paste_cameras(); }));
    menu->addSeparator();
    menu->addAction(
        add_action("savePlan", tr("Save the plan to print…"), QKeySequence::Print, [this] {
            PlanSheetDialog(document_, prompts_, plan_->whole_area_m(), plan_->seen_area_m(), this)
                .exec();
        }));
    menu->addAction(
        add_action("saveCsv", tr("Save parts as CSV…"), {}, [this] { parts_->save_csv(); }));
    menu->addAction(add_action("saveXlsx", tr("Save parts as a spreadsheet…"), {},
                               [this] { parts_->save_xlsx(); }));
    menu->addAction(add_action("saveCuts", tr("Save the cut plan as PDF…"), {},
                               [this] { parts_->save_cuts(); }));
    menu->addAction(add_action("saveWorkPlan", tr("Save the work as PDF…"), {},
                               [this] { parts_->save_work(); }));
    menu->addAction(add_action("saveOfferPdf", tr("Save the offer as PDF…"), {},
                               [this] { parts_->save_offer(); }));
    menu->addAction(
        add_action("savePdf", tr("Save wiring cards as PDF…"), {}, [this] { prove_->save_pdf(); }));
    menu->addSeparator();
    menu->addAction(add_action("chain", tr("A run in words…"), QKeySequence(tr("Ctrl+R")),
                               [this] { show_chain(); }));
    menu->addAction(add_action("copyRun", tr("Copy the run in words"),
                               QKeySequence(tr("Ctrl+Shift+C")), [this] { copy_run(); }));
    menu->addAction(
        add_action("practice", tr("Practice: find a hidden fault…"), {}, [this] { practise(); }));
    menu->addAction(add_action("settings", tr("Settings of the site…"), QKeySequence(tr("Ctrl+,")),
                               [this] { show_settings(); }));
    menu->addAction(add_action("catalogueAction", tr("Catalogue…"), QKeySequence(tr("Ctrl+T")),
                               [this] { show_catalogue(); }));
    make_colour_menu(*menu);
    menu->addSeparator();
    menu->addAction(add_action("palette", tr("All commands…"), QKeySequence(tr("Ctrl+K")),
                               [this] { open_palette(); }));
    menu->addAction(add_action("quit", tr("Leave"), QKeySequence::Quit, [this] { close(); }));
}

Colours colours_kept() {
    const int kept = QSettings().value("colours").toInt();
    return kept == 1 ? Colours::light : kept == 2 ? Colours::dark : Colours::as_desktop;
}

void MainWindow::make_colour_menu(QMenu& menu) {
    QMenu* colours = menu.addMenu(tr("Colours"));
    auto* group = new QActionGroup(this);
    const std::tuple<const char*, QString, Colours> choices[] = {
        {"asDesktop", tr("As the desktop has them"), Colours::as_desktop},
        {"light", tr("Light"), Colours::light},
        {"dark", tr("Dark"), Colours::dark}};
    for (const auto& [name, text, choice] : choices) {
        QAction* action = add_action(name, text, {}, [this, wanted = choice] {
            QSettings().setValue("colours", static_cast<int>(wanted));
            emit colours_wanted(wanted);
        });
        action->setCheckable(true);
        action->setChecked(colours_kept() == choice);
        group->addAction(action);
        colours->addAction(action);
    }
}

void MainWindow::make_edit_actions() {
    QAction* undo =
        add_action("undo", tr("Undo"), QKeySequence::Undo, [this] { document_.undo(); });
    QAction* redo = add_action("redo", tr("Redo"), QKeySequence(tr("Ctrl+Shift+Z")),
                               [this] { document_.redo(); });
    QMenu* menu = menu_button_->menu();
    auto* drawings = findChild<QAction*>("layDrawing");
    menu->insertActions(drawings, {undo, redo});
    menu->insertSeparator(drawings);
    const std::pair<const char*, Icon> icons[] = {
        {"new", Icon::add},           {"open", Icon::open},
        {"demo", Icon::look},         {"keptWork", Icon::kept},
        {"save", Icon::save},         {"importList", Icon::bring_in},
        {"saveCsv", Icon::give_out},  {"saveXlsx", Icon::table},
        {"savePdf", Icon::card},      {"practice", Icon::search},
        {"settings", Icon::settings}, {"catalogueAction", Icon::catalogue},
        {"palette", Icon::search},    {"undo", Icon::undo},
        {"redo", Icon::redo},         {"quit", Icon::close}};
    for (const auto& [name, shown] : icons) findChild<QAction*>(name)->setIcon(icon(shown));
    // On the plan and in the list only: in a form the key belongs to the field.
    QAction* remove = add_action("remove", tr("Remove what is selected"), QKeySequence::Delete,
                                 [this] { remove_selected(); });
    remove->setShortcutContext(Qt::WidgetWithChildrenShortcut);
    plan_->addAction(remove);
    runs_->addAction(remove);
    add_action("bestWay", tr("Take the best way for the selected camera"),
               QKeySequence(tr("Ctrl+B")), [this] { use_best_way(); });
    add_action("layAgain", tr("Lay the selected run along the pathways again"), {}, [this] {
        const CameraNumber number = document_.camera_number(document_.selected_camera());
        if (!number) return;
        Result<Site> site = document_.committed();
        for (LinkNumber link : document_.network().runs[number].links) {
            if (site) site = lay_again(std::move(*site), document_.network().links[link].link->id);
        }
        document_.edit(tr("Lay run of %1 again").arg(q(document_.selected_camera())),
                       std::move(site));
    });
}

void MainWindow::make_view_actions() {
    const QString names[] = {tr("Survey"), tr("Reach"), tr("Power"), tr("Parts"), tr("Prove")};
    for (int i = 0; i < stage_count; ++i) {
        add_action(qPrintable("go-" + names[i].toLower()), tr("Stage: %1").arg(names[i]),
                   QKeySequence(QString("Ctrl+%1").arg(i + 1)),
                   [this, i] { set_stage(static_cast<Stage>(i)); });
    }
    add_action("allWays", tr("All ways to reach the selected camera, and back to the plan"),
               QKeySequence("Y"), [this] { show_ways(!shows_ways()); });
    add_action("putOnPlan", tr("Put the selected camera on the plan"), {}, [this] {
        set_stage(Stage::survey);
        plan_->put_on_plan();
    });
    add_action("sheet", tr("All runs as a sheet to work in, and back to the plan"),
               QKeySequence(Qt::Key_F8), [this] { show_sheet(!shows_sheet()); });
    const auto panel = [&](const char* name, const QString& text, Qt::Key key) {
        QAction* action = add_action(name, text, QKeySequence(key), [] {});
        action->setCheckable(true);
        return action;
    };
    connect(panel("showList", tr("List of runs"), Qt::Key_F9), &QAction::triggered, this,
            &MainWindow::set_list_shown);
    connect(panel("showSide", tr("Verdict and details at the side"), Qt::Key_F10),
            &QAction::triggered, this, &MainWindow::set_side_shown);
    add_action("find", tr("Find a run"), QKeySequence::Find, [this] {
        if (runs_->isHidden()) set_list_shown(true);
        runs_->focus_filter();
    });
    add_action("units", tr("Metres or feet"), QKeySequence(tr("Ctrl+U")), [this] {
        change_settings(tr("Change units"), [](Settings& settings) {
            settings.units =
                settings.units == UnitSystem::metric ? UnitSystem::imperial : UnitSystem::metric;
        });
    });
    add_action("fit", tr("Show the whole plan"), QKeySequence(tr("Ctrl+0")),
               [this] { plan_->fit(); });
    add_action("zoomIn", tr("Closer"), QKeySequence::ZoomIn, [this] { plan_->zoom(1.25); });
    add_action("zoomOut", tr("Further away"), QKeySequence::ZoomOut, [this] { plan_->zoom(0.8); });
    add_action("focusPlan", tr("Go to the plan"), QKeySequence(tr("Ctrl+M")),
               [this] { show_sheet(false); });
}

struct MainWindow::Tool {
    PlanTool tool;
    const char* name;
    QString text, command;
    const char* key;
};

void MainWindow::make_tool_actions() {
    const Tool tools[] = {
        {PlanTool::select, "tool-select", tr("Select"), tr("Tool: select and move"), "V"},
        {PlanTool::camera, "tool-camera", tr("Camera"), tr("Tool: place cameras"), "C"},
        {PlanTool::unit, "tool-unit", tr("Unit"),
         tr("Tool: place a radio, converter, switch or other unit"), "U"},
        {PlanTool::room, "tool-room", tr("Room"), tr("Tool: place the equipment room"), "E"},
        {PlanTool::place, "tool-place", tr("Place"), tr("Tool: place a building, pole or pedestal"),
         "P"},
        {PlanTool::pathway, "tool-pathway", tr("Pathway"), tr("Tool: draw a pathway for cable"),
         "W"},
        {PlanTool::cable, "tool-cable", tr("Cable"), tr("Tool: lay a cable between two units"),
         "L"},
        {PlanTool::repeater, "tool-repeater", tr("Repeater"),
         tr("Tool: put a repeater into a cable"), "R"},
        {PlanTool::extender, "tool-extender", tr("Extender"),
         tr("Tool: put an extender into a cable"), "X"},
        {PlanTool::obstacle, "tool-obstacle", tr("Obstacle"),
         tr("Tool: draw what stands in the way of radio, or water"), "O"},
        {PlanTool::old_cable, "tool-oldCable", tr("Old cable"),
         tr("Tool: draw a cable that hangs there already"), "H"},
        {PlanTool::scale, "tool-scale", tr("Scale"), tr("Tool: set the scale of the drawing"), "S"},
    };
    auto* more = new QMenu(this);
    more->setObjectName("moreToolsMenu");
    for (const Tool& tool : tools) add_tool(tool, *more);
    auto* more_button = new QToolButton;
    more_button->setObjectName("moreTools");
    more_button->setText(tr("More ▾"));
    more_button->setFont(text_font(*this, 0.9));
    more_button->setPopupMode(QToolButton::InstantPopup);
    more_button->setMenu(more);
    auto* row = static_cast<QHBoxLayout*>(tool_row_->layout());
    row->addWidget(more_button);
    row->addStretch(1);
    plan_->set_unit_field(make_unit_kinds());
    plan_->set_tool_field(make_camera_kinds());
    plan_->set_tool(PlanTool::select);
}

void MainWindow::add_tool(const Tool& tool, QMenu& more) {
    QAction* action =
        add_action(tool.name, tool.command, QKeySequence(tool.key), [this, tool = tool.tool] {
            if (middle_->currentIndex() != 0) set_stage(Stage::survey);
            show_sheet(false);
            plan_->set_tool(tool);
        });
    auto* button = new QToolButton;
    button->setObjectName(QString("button-") + tool.name);
    button->setText(tool.text);
    button->setToolTip(QString("%1 (%2)").arg(tool.command, tool.key));
    button->setCheckable(true);
    button->setFont(text_font(*this, 0.9));
    button->setFocusPolicy(Qt::TabFocus);
    connect(button, &QToolButton::clicked, action, &QAction::trigger);
    connect(plan_, &PlanView::tool_changed, button,
            [this, button, tool = tool.tool] { button->setChecked(plan_->tool() == tool); });
    // What is used now and then stands in a menu, so that the row fits a small window.
    const bool seldom = tool.tool == PlanTool::obstacle || tool.tool == PlanTool::old_cable ||
                        tool.tool == PlanTool::extender || tool.tool == PlanTool::scale;
    if (!seldom) return tool_row_->layout()->addWidget(button);
    button->setParent(tool_row_);
    button->hide();
    more.addAction(action);
}

QComboBox* MainWindow::make_camera_kinds() {
    auto* kinds = new QComboBox(plan_);
    kinds->setObjectName("cameraKind");
    kinds->setAccessibleName(tr("Kind of camera to place"));
    kinds->setToolTip(tr("Kind of camera that the camera tool places"));
    kinds->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    kinds->setMinimumContentsLength(24);
    kinds->setFont(text_font(*this, 0.92));
    for (const Kind* kind : document_.catalogue().of(Category::camera))
        kinds->addItem(q(kind->name), q(kind->id));
    kinds->insertSeparator(kinds->count());
    for (const Kind* kind : document_.catalogue().of(Category::load))
        kinds->addItem(q(kind->name), q(kind->id));
    kinds->setCurrentIndex(kinds->findData(usual::camera));
    connect(kinds, &QComboBox::activated, this, [this, kinds] {
        plan_->set_camera_kind(kinds->currentData().toString().toStdString());
        plan_->set_tool(PlanTool::camera);
        plan_->setFocus();
    });
    return kinds;
}

QComboBox* MainWindow::make_unit_kinds() {
    auto* units = new QComboBox(plan_);
    units->setObjectName("unitKind");
    units->setAccessibleName(tr("Kind of unit to place"));
    units->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    units->setMinimumContentsLength(30);
    units->setFont(text_font(*this, 0.92));
    for (Category category :
         {Category::radio, Category::media_converter, Category::network_switch, Category::injector,
          Category::line_unit, Category::coax_unit, Category::supply, Category::splitter,
          Category::combiner, Category::mains_unit, Category::recorder, Category::ups}) {
        for (const Kind* kind : document_.catalogue().of(category))
            units->addItem(q(title(category) + ": " + kind->name), q(kind->id));
    }
    units->setCurrentIndex(units->findData(usual::radio));
    connect(units, &QComboBox::activated, this, [this, units] {
        plan_->set_unit_kind(units->currentData().toString().toStdString());
        plan_->set_tool(PlanTool::unit);
        plan_->setFocus();
    });
    return units;
}

void MainWindow::make_condition_menu() {
    auto* menu = new QMenu(this);
    const auto add = [&](const QString& text, std::optional<Condition> condition) {
        QAction* action = add_action(qPrintable("condition-" + text.toLower().replace(' ', '-')),
                                     tr("Conditions: %1").arg(text), {}, [this, condition] {
                                         JudgedUnder under = document_.under();
                                         under.condition = condition;
                                         document_.set_under(std::move(under));
                                     });
        menu->addAction(action);
    };
    add(tr("worst of all"), std::nullopt);
    for (Condition condition : all_conditions) add(q(title(condition)), condition);
    menu->addSeparator();
    menu->addAction(tr("Temperatures…"), this,
                    [this] { findChild<QAction*>("settings")->trigger(); });
    condition_button_->setMenu(menu);
}

void MainWindow::make_school_menu() {
    auto* menu = new QMenu(this);
    for (School school : {School::standard, School::maker_rated, School::field_proven}) {
        const QString text = q(title(school));
        menu->addAction(add_action(qPrintable("school-" + text.toLower()),
                                   tr("Reach rule: %1").arg(text), {}, [this, school, text] {
                                       change_settings(tr("Reach rule %1").arg(text),
                                                       [school](Settings& settings) {
                                                           settings.school = school;
                                                       });
                                   }));
    }
    school_button_->setMenu(menu);
    school_button_->setToolTip(
        tr("Standard: 100 m channels only. Maker-rated: long settings, extra-reach cable and "
           "chains inside their "
           "stated limits. Field-proven: past them where it was seen to work, always marked."));
}

// Each thing that may go worse, with how many more faults it brings.
void MainWindow::make_what_if_menu() {
    auto* menu = new QMenu(this);
    menu->setObjectName("whatIfMenu");
    for (WhatIf what_if : all_what_ifs) {
        const std::string id(id_of(what_if));
        QAction* action = add_action(("what-if-" + id).c_str(),
                                     tr("What if: %1").arg(q(title(what_if))), {}, [this, what_if] {
                                         JudgedUnder under = document_.under();
                                         if (!under.what_if.erase(what_if))
                                             under.what_if.insert(what_if);
                                         document_.set_under(std::move(under));
                                     });
        action->setCheckable(true);
        menu->addAction(action);
    }
    menu->addSeparator();
    menu->addAction(
        add_action("what-if-selected", tr("What if: the selected unit or cable fails"), {}, [this] {
            const std::string id = document_.selected();
            if (!find_link(document_.site(), id) && !find_device(document_.site(), id))
                return say(tr("Choose a unit or a cable first."));
            JudgedUnder under = document_.under();
            if (!under.failed.erase(id)) under.failed.insert(id);
            document_.set_under(std::move(under));
        }));
    menu->addAction(add_action("what-if-nothing", tr("What if: nothing goes worse"), {}, [this] {
        document_.set_under({document_.under().condition, {}, {}});
    }));
    menu->addAction(add_action("chances", tr("What if: the chance of each run…"), {},
                               [this] { show_chances(); }));
    // Counting takes as long as judging the site anew for each: only when it is looked at.
    connect(menu, &QMenu::aboutToShow, this, [this] {
        const int now = count_failing(assess(document_.site(), document_.catalogue()));
        for (const WhatIfFaults& faults : count_what_ifs(document_.site(), document_.catalogue())) {
            auto* action =
                findChild<QAction*>(QString("what-if-") + q(std::string(id_of(faults.what_if))));
            const int more = faults.failing - now;
            action->setText(more > 0
                                ? tr("%1: %2 more fail").arg(q(title(faults.what_if))).arg(more)
                                : tr("%1: nothing more fails").arg(q(title(faults.what_if))));
            action->setChecked(document_.under().what_if.contains(faults.what_if));
        }
    });
    what_if_button_->setMenu(menu);
    what_if_button_->setToolTip(
        tr("Judges and plays the site as if something had gone worse than designed. The site "
           "itself is not changed."));
}

void MainWindow::refresh_what_if() {
    const std::size_t on = document_.under().what_if.size() + document_.under().failed.size();
    QString what = tr("nothing");
    if (on == 1)
        what = document_.under().failed.empty()
                   ? q(title(*document_.under().what_if.begin()))
                   : tr("%1 fails").arg(q(*document_.under().failed.begin()));
    else if (on > 1)
        what = tr("%1 things").arg(on);
    what_if_button_->setText(
        tr("What if: %1 ▾")
            .arg(what_if_button_->fontMetrics().elidedText(what, Qt::ElideRight, 150)));
    what_if_button_->setStyleSheet(
        on > 0 ? QString("color: %1; font-weight: 600;").arg(theme_of(*this).fails.name())
               : QString());
    for (WhatIf what_if : all_what_ifs) {
        if (auto* action =
                findChild<QAction*>(QString("what-if-") + q(std::string(id_of(what_if)))))
            action->setChecked(document_.under().what_if.contains(what_if));
    }
}

void MainWindow::show_chances() {
    auto* dialog = new ChancesDialog(document_, this);
    dialog->show();
}

void MainWindow::show_settings() { (new SettingsWindow(document_, this))->open(); }

void MainWindow::show_settings(SettingGroup group) {
    auto* window = new SettingsWindow(document_, this);
    window->go_to(group);
    window->open();
}

void MainWindow::change_settings(const QString& name,
                                 const std::function<void(Settings&)>& change) {
    Settings settings = document_.committed().settings;
    change(settings);
    document_.edit(name, set_settings(document_.committed(), settings));
}

CatalogueDialog* MainWindow::show_catalogue() {
    auto* dialog = findChild<CatalogueDialog*>("catalogue");
    if (!dialog) dialog = new CatalogueDialog(document_, prompts_, this);
    const Device* selected = find_device(document_.site(), document_.selected());
    if (selected) dialog->show_kind(q(selected->kind));
    dialog->show();
    dialog->raise();
    return dialog;
}

void MainWindow::remove_selected() {
    const std::string id = document_.selected();
    if (id.empty()) return;
    document_.edit(tr("Remove %1").arg(q(id)),
                   remove_object(document_.committed(), document_.catalogue(), id));
}

void MainWindow::use_best_way() {
    const std::string camera = document_.selected_camera();
    if (camera.empty()) return say(tr("Choose a camera first."));
    document_.proposals().use_best(camera);
}

namespace {

// What commands are called elsewhere, or by an installer.
QString usual_words(const QAction& action) {
    static const std::map<QString, const char*> words = {
        {"savePdf", "print export cards paper"},
        {"saveOfferPdf", "print export quote price paper"},
        {"saveCuts", "print export drum coil paper"},
        {"saveWorkPlan", "print export hours paper"},
        {"saveCsv", "export list"},
        {"savePlan", "print export plan paper drawing"},
        {"saveXlsx", "export list"},
        {"chain", "chain line type text paste"},
        {"copyRun", "chain line text clipboard"},
        {"importList", "csv xlsx ods table spreadsheet"},
        {"sheet", "table spreadsheet list grid"},
        {"putOnPlan", "place position drag"},
        {"tool-camera",
         "load phone access point intercom door station reader panel speaker gateway"},
        {"pasteCameras", "import list table clipboard"},
        {"saveAs", "save as copy"},
        {"settings", "preferences options"},
        {"quit", "exit close"},
        {"layDrawing", "import background floor plan picture"},
    };
    const auto found = words.find(action.objectName());
    if (found != words.end()) return QString::fromLatin1(found->second);
    if (action.text().contains(QObject::tr("pathway"), Qt::CaseInsensitive))
        return "trench duct conduit tray route";
    return {};
}

template <class T>
void add_names(const std::vector<T>& objects, Document& document,
               std::vector<PaletteEntry>& entries) {
    for (const T& object : objects) {
        const QString name = q(object.id) + "  " + q(object.name);
        entries.push_back({QObject::tr("Go to %1").arg(name),
                           {},
                           [&document, id = object.id] { document.select(id); },
                           name,
                           {}});
    }
}

}  // namespace

void MainWindow::open_palette() {
    std::vector<PaletteEntry> entries;
    for (QAction* action : actions()) {
        if (!action->isEnabled() || action->objectName() == "palette") continue;
        entries.push_back({action->text(),
                           action->shortcut().toString(QKeySequence::NativeText),
                           [action] { action->trigger(); },
                           {},
                           usual_words(*action)});
    }
    const Site& site = document_.site();
    add_names(site.devices, document_, entries);
    add_names(site.places, document_, entries);
    add_names(site.pathways, document_, entries);
    add_names(site.existing, document_, entries);
    add_names(site.obstacles, document_, entries);
    palette_->set_units(document_.units());
    palette_->set_network(document_.shared_site_network());
    palette_->open(std::move(entries));
}

}  // namespace ovant
