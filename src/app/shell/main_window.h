// SPDX-License-Identifier: GPL-3.0-or-later
// The one window: head with the stage line, runs, the stage's picture, strip, verdict, foot.
#pragma once

#include <QMainWindow>
#include <QTimer>

#include "app/document/document.h"
#include "app/kit/prompts.h"
#include "app/settings/setting_rows.h"
#include "app/shell/stage_line.h"
#include "core/format/table_file.h"
#include "core/sheet/sheet.h"

class QComboBox;
class QLabel;
class QMenu;
class QStackedWidget;
class QTabBar;
class QToolButton;

namespace ovant {

class CatalogueDialog;
class CommandPalette;
class DetailsPanel;
class ElidedLabel;
class PartsView;
class PlanView;
class PowerView;
class ProveView;
class RunList;
class SheetView;
class StartPage;
class StripView;
class VerdictPanel;
class WaysView;
enum class PlanTool;

enum class Colours { as_desktop, light, dark };
// What was chosen last, kept beyond this window.
Colours colours_kept();

class MainWindow : public QMainWindow {
    Q_OBJECT

public:
    explicit MainWindow(Prompts prompts, QWidget* parent = nullptr);
    ~MainWindow() override;
    Document& document() { return document_; }

    void open_demo();
    void practise();
    Result<Site> demo() const;
    // A site without a file, as a start of its own.
    void open_site(Site site);
    void new_site();
    // Reads a site file; asks what to do about damage and about work kept aside.
    void open_file(const QString& path);
    bool save();
    bool save_as();
    void set_stage(Stage stage);
    // In Reach: all ways of the selected camera in place of the plan, and back.
    void show_ways(bool ways);
    bool shows_ways() const;
    // All runs as a table to work in, in place of the plan, and back.
    void show_sheet(bool sheet);
    bool shows_sheet() const;
    CatalogueDialog* show_catalogue();
    PowerView* power_view() { return power_; }
    void show_settings();
    void show_settings(SettingGroup group);
    Stage stage() const { return stage_; }
    // Reads cameras from a CSV file and shows what was left out, line by line.
    void import_file(const QString& path);
    void paste_cameras();
    void show_chain(const QString& words = {});
    void copy_run();
    // Whether the side panel is seen on a stage: as the person left it; else where it tells of the
    // page.
    bool shows_side(Stage stage) const;
    bool shows_list() const;
    void show_panels();
    void set_side_shown(bool shown);
    void set_list_shown(bool shown);
    void refresh_selected_line();
    // `what` is the step's name, with a place for their number.
    void paste_list(const std::string& text);
    void show_list(std::vector<TableSheet> sheets);
    void list_taken(const std::vector<std::string>& cameras,
                    const std::vector<std::pair<CellText, Error>>& cells);
    void save_sample_list();
    // A file dropped on the window, by what it is: a site, a list of cameras, kinds, a drawing.
    void take_file(const QString& path);
    // Whether a file of that name is a drawing or a list, to be brought into a site.
    static bool brings_in(const QString& path);

signals:
    void colours_wanted(Colours colours);

protected:
    void closeEvent(QCloseEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;

private:
    // main_window.cpp
    QWidget* make_head();
    QWidget* make_middle();
    QWidget* make_plan_page();
    QWidget* make_right();
    QWidget* make_foot();
    void refresh();
    void refresh_counts();
    void time_autosave();
    void say(const QString& sentence);
    void say_exported(const QString& path);
    // What was laid and what it costs, with links to the other ways.
    void say_laid(const LaidNote& told);
    void say_with_links(const QString& html);
    void follow_link(const QString& link);
    void show_workspace();
    // main_window_actions.cpp
    QAction* add_action(const char* name, const QString& text, const QKeySequence& key,
                        std::function<void()> run);
    struct Tool;
    QWidget* make_workspace();
    void connect_all();
    void make_file_actions();
    void make_drawing_actions(QMenu& menu);
    void add_tool(const Tool& tool, QMenu& more);
    QComboBox* make_camera_kinds();
    QComboBox* make_unit_kinds();
    void make_colour_menu(QMenu& menu);
    void make_edit_actions();
    void make_view_actions();
    void make_tool_actions();
    void make_condition_menu();
    void make_school_menu();
    void make_what_if_menu();
    void refresh_what_if();
    void show_chances();
    void change_settings(const QString& name, const std::function<void(Settings&)>& change);
    void open_palette();
    void remove_selected();
    void use_best_way();
    // main_window_files.cpp
    void open_otherwise(const QString& path, const Error& why);
    void take_up_kept_work(const QString& path);
    void take_up(const KeptWork& work);
    void take_up_without_file(const KeptWork& work);
    void take_up_from_start(const KeptWork& work);
    void show_kept_work();
    void keep_work();
    struct Report {
        QString title, heading;
        std::vector<Error> lines;
    };
    void show_report(const char* name, const Report& told);
    void report_left_out(const KeptSite& kept);
    bool saved_or_told(const Result<bool>& saved);
    bool may_leave();
    void remember(const QString& path);
    static QStringList recent_files();
    void refresh_start_page();

    Prompts prompts_;
    Document document_;
    Stage stage_ = Stage::reach;
    QStackedWidget* pages_;   // start page, workspace
    QStackedWidget* middle_;  // plan, power, parts, prove, ways
    StartPage* start_page_;
    StageLine* stage_line_ = nullptr;
    QLabel* site_label_ = nullptr;
    QLabel* site_figures_ = nullptr;
    QToolButton* menu_button_ = nullptr;
    QToolButton* condition_button_ = nullptr;
    QToolButton* school_button_ = nullptr;
    QToolButton* what_if_button_ = nullptr;
    QToolButton* units_button_ = nullptr;
    RunList* runs_ = nullptr;
    PlanView* plan_ = nullptr;
    SheetView* sheet_ = nullptr;
    TableSheet left_list_;  // rows of a list that could not be taken
    QStackedWidget* plan_or_sheet_ = nullptr;
    StripView* strip_ = nullptr;
    PowerView* power_ = nullptr;
    PartsView* parts_ = nullptr;
    ProveView* prove_ = nullptr;
    WaysView* ways_ = nullptr;
    QTabBar* right_tabs_ = nullptr;
    QStackedWidget* right_ = nullptr;
    VerdictPanel* verdict_ = nullptr;
    QWidget* side_ = nullptr;  // verdict and details
    ElidedLabel* selected_line_ = nullptr;
    DetailsPanel* details_ = nullptr;
    CommandPalette* palette_ = nullptr;
    QWidget* tool_row_ = nullptr;
    QLabel* counts_ = nullptr;
    QLabel* message_ = nullptr;
    std::string told_of_;  // the camera that the links of the message are about
    QLabel* saved_ = nullptr;
    QTimer autosave_timer_, keep_again_timer_, message_timer_;
    QString saved_at_;
    bool save_failed_ = false;
    bool keeping_failed_ = false;
};

}  // namespace ovant
