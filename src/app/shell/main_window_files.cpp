// SPDX-License-Identifier: GPL-3.0-or-later
// Opening, saving, taking up work that was kept aside, importing.
#include <QDialog>
#include <QDialogButtonBox>
#include <QDir>
#include <QDropEvent>
#include <QFile>
#include <QFileInfo>
#include <QLabel>
#include <QListWidget>
#include <QMimeData>
#include <QClipboard>
#include <QGuiApplication>
#include <QProgressDialog>
#include <QPushButton>
#include <QRandomGenerator>
#include <QSettings>
#include <QStackedWidget>
#include <QTime>
#include <QTreeWidget>
#include <QVBoxLayout>

#include "app/document/save_export.h"
#include "app/runs/list_dialog.h"
#include "app/runs/sheet_view.h"
#include "app/kit/q.h"
#include "app/plan/plan_view.h"
#include "app/prove/practice_dialog.h"
#include "app/shell/main_window.h"
#include "app/shell/start_page.h"
#include "app/theme/icons.h"
#include "app/runs/chain_dialog.h"
#include "core/chain/chain.h"
#include "core/format/table_file.h"
#include "core/sheet/camera_list.h"
#include "core/format/site_json.h"
#include "phrase/error_text.h"

extern "C" const char embedded_marram_quay_ovant_json[];
extern "C" const char embedded_marram_quay_ovant_json_end[];

namespace ovant {
namespace {

constexpr int most_recent = 8;
constexpr std::size_t largest_csv_bytes = 8u << 20;

}  // namespace

Result<Site> MainWindow::demo() const {
    return read_site({embedded_marram_quay_ovant_json,
                      static_cast<std::size_t>(embedded_marram_quay_ovant_json_end -
                                               embedded_marram_quay_ovant_json)});
}

void MainWindow::open_demo() {
    Result<Site> site = demo();
    if (!site) return say(q(sentence(site.error())));
    open_site(std::move(*site));
    document_.select("K14");
}

// Always in the demo: what is hidden there is nobody's own site.
void MainWindow::practise() {
    Result<Site> site = demo();
    if (!site) return say(q(sentence(site.error())));
    auto* dialog =
        new PracticeDialog(std::move(*site), QRandomGenerator::global()->generate(), this);
    dialog->show();
}

void MainWindow::open_site(Site site) {
    document_.start(std::move(site));
    set_stage(Stage::reach);
    show_workspace();
}

void MainWindow::new_site() {
    Site site;
    site.name = tr("New site").toStdString();
    document_.start(std::move(site));
    set_stage(Stage::survey);
    show_workspace();
}

// What was left out or taken in part, one line each.
void MainWindow::show_report(const char* name, const Report& told) {
    auto* report = new QDialog(this);
    report->setObjectName(QString(name) + "Report");
    report->setAttribute(Qt::WA_DeleteOnClose);
    report->setWindowTitle(told.title);
    auto* head = new QLabel(told.heading);
    head->setWordWrap(true);
    auto* layout = new QVBoxLayout(report);
    layout->addWidget(head);
    if (!told.lines.empty()) {
        auto* list = new QListWidget;
        list->setObjectName(QString(name) + "Lines");
        list->setWordWrap(true);
        for (const Error& line : told.lines) list->addItem(q(sentence(line)));
        layout->addWidget(list);
    }
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    connect(buttons, &QDialogButtonBox::rejected, report, &QDialog::reject);
    layout->addWidget(buttons);
    report->resize(560, told.lines.empty() ? 100 : 320);
    report->open();
}

void MainWindow::report_left_out(const KeptSite& kept) {
    if (kept.dropped.empty()) return;
    const std::size_t count = kept.dropped.size() + kept.more_dropped;
    show_report("leftOut", {tr("What could not be kept"),
                            kept.more_dropped == 0
                                ? tr("Left out, with the value it had: %1").arg(count)
                                : tr("Left out, with the value it had: %1; the first %2 of them:")
                                      .arg(count)
                                      .arg(kept.dropped.size()),
                            kept.dropped});
}

void MainWindow::open_file(const QString& path) {
    sweep_left_over(QFileInfo(path).absolutePath().toStdString());
    const Result<bool> opened = document_.open(path);
    if (!opened) return open_otherwise(path, opened.error());
    set_stage(Stage::reach);
    show_workspace();
    remember(path);
    take_up_kept_work(path);
}

// A file that another window has, that is damaged, newer or gone: what can be had of it all the
// same.
void MainWindow::open_otherwise(const QString& path, const Error& why) {
    const QList<KeptWork> kept = left_work(document_.unsaved_folder(), path);
    const bool in_use = why.code == ErrorCode::in_use;
    const bool hopeless = why.code == ErrorCode::unreadable || why.code == ErrorCode::too_large;
    QStringList answers;
    if (in_use || why.code == ErrorCode::newer_version)
        answers.append(tr("Look at it"));
    else if (!hopeless)
        answers.append(tr("Open what can be kept"));
    if (!kept.isEmpty() && !in_use)
        answers.append(
            tr("Take up the work kept at %1").arg(kept.first().when.toString("yyyy-MM-dd HH:mm")));
    answers.append(tr("Leave it"));
    const QString text = QString("%1\n\n%2").arg(QFileInfo(path).fileName(), q(sentence(why)));
    const int answer = prompts_.ask(this, text, answers);
    if (answer < 0 || answer + 1 >= answers.size()) return say(q(sentence(why)));
    if (!kept.isEmpty() && !in_use && answer == answers.size() - 2)
        return take_up_without_file(kept.first());
    if (in_use) {
        const Result<bool> looking = document_.open_looking(path);
        if (!looking) return say(q(sentence(looking.error())));
    } else {
        const Result<KeptSite> opened = document_.open_keeping(path);
        if (!opened) return say(q(sentence(opened.error())));
        report_left_out(*opened);
        if (!opened->dropped.empty())
            say(tr("Open for looking only; left out: %1, the first: %2")
                    .arg(opened->dropped.size() + opened->more_dropped)
                    .arg(q(sentence(opened->dropped.front()))));
    }
    show_workspace();
    set_stage(Stage::reach);
}

void MainWindow::take_up_kept_work(const QString& path) {
    const QList<KeptWork> kept = left_work(document_.unsaved_folder(), path);
    if (kept.isEmpty()) return;
    const QString when = kept.first().when.toString("yyyy-MM-dd HH:mm");
    QStringList answers{tr("Take it up"), tr("Throw it away")};
    const int answer = prompts_.ask(
        this, tr("Work on this site from %1 was not saved. Take it up?").arg(when), answers);
    if (answer == 1) return throw_away(kept.first().file);
    // Without an answer it is taken up too: one undo brings back what was saved.
    take_up(kept.first());
}

void MainWindow::take_up(const KeptWork& work) {
    const Result<KeptSite> taken = document_.recover(work.file);
    if (!taken)
        return say(tr("The work kept aside cannot be read: %1").arg(q(sentence(taken.error()))));
    report_left_out(*taken);
    refresh_start_page();
}

// The file is gone or cannot be read: the work goes on under its name, as one not saved.
void MainWindow::take_up_without_file(const KeptWork& work) {
    document_.start(Site{}, work.site_path);
    show_workspace();
    take_up(work);
    plan_->fit();
}

void MainWindow::take_up_from_start(const KeptWork& work) {
    if (work.site_path.isEmpty() || !QFileInfo::exists(work.site_path))
        return take_up_without_file(work);
    open_file(work.site_path);
}

// Every site that a window which is gone left unsaved, by name, time and size.
void MainWindow::show_kept_work() {
    auto* dialog = new QDialog(this);
    dialog->setObjectName("keptWork");
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->setWindowTitle(tr("Work kept aside"));
    auto* list = new QTreeWidget;
    list->setObjectName("keptList");
    list->setRootIsDecorated(false);
    list->setHeaderLabels({tr("site"), tr("kept at"), tr("size"), tr("file")});
    auto* take = new QPushButton(icon(Icon::accept), tr("Take it up"));
    take->setObjectName("takeUpKept");
    auto* drop = new QPushButton(icon(Icon::remove), tr("Throw it away"));
    drop->setObjectName("dropKept");
    auto* close = new QPushButton(icon(Icon::close), tr("Close"));
    const auto fill = [this, list, take, drop] {
        list->clear();
        for (const KeptWork& work : all_left_work(document_.unsaved_folder(), recent_files())) {
            auto* item = new QTreeWidgetItem(
                list, {kept_name(work), work.when.toString("yyyy-MM-dd HH:mm"),
                       tr("%1 kB").arg((work.bytes + 999) / 1000),
                       work.site_path.isEmpty() ? tr("never had one") : work.site_path});
            item->setData(0, Qt::UserRole, QVariant::fromValue(work));
            item->setTextAlignment(2, Qt::AlignRight | Qt::AlignVCenter);
        }
        for (int column = 0; column < 3; ++column) list->resizeColumnToContents(column);
        list->setCurrentItem(list->topLevelItem(0));
        take->setEnabled(list->currentItem());
        drop->setEnabled(list->currentItem());
    };
    fill();
    connect(take, &QPushButton::clicked, dialog, [this, dialog, list] {
        if (!list->currentItem() || !may_leave()) return;
        const KeptWork work = list->currentItem()->data(0, Qt::UserRole).value<KeptWork>();
        dialog->close();
        take_up_from_start(work);
    });
    connect(drop, &QPushButton::clicked, dialog, [this, list, fill] {
        if (!list->currentItem()) return;
        throw_away(list->currentItem()->data(0, Qt::UserRole).value<KeptWork>().file);
        fill();
        refresh_start_page();
    });
    connect(close, &QPushButton::clicked, dialog, &QDialog::close);
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(take);
    buttons->addWidget(drop);
    buttons->addStretch(1);
    buttons->addWidget(close);
    auto* layout = new QVBoxLayout(dialog);
    layout->addWidget(list);
    layout->addLayout(buttons);
    dialog->resize(720, 320);
    dialog->open();
}

// Kept at once, again and again until it can be; the person is told the first time it cannot.
void MainWindow::keep_work() {
    const Result<bool> kept = document_.autosave();
    if (kept) {
        if (keeping_failed_) message_->clear();
        keeping_failed_ = false;
        return;
    }
    if (!keeping_failed_) say(q(sentence(kept.error())));
    keeping_failed_ = true;
    keep_again_timer_.start();
}

bool MainWindow::saved_or_told(const Result<bool>& saved) {
    if (!saved) {
        saved_at_.clear();
        save_failed_ = true;
        refresh();
        say(q(sentence(saved.error())));
        return false;
    }
    save_failed_ = false;
    saved_at_ = QTime::currentTime().toString("HH:mm");
    message_->clear();
    refresh();
    return true;
}

bool MainWindow::save() {
    if (document_.path().isEmpty() || document_.read_only()) return save_as();
    return saved_or_told(document_.save());
}

bool MainWindow::save_as() {
    QString path = prompts_.save_path(
        this,
        {tr("Save the site"), tr("Ovant sites (*.ovant.json)"),
         document_.path().isEmpty() ? q(document_.site().name) + ".ovant.json" : document_.path()});
    if (path.isEmpty()) return false;
    if (!path.endsWith(".json")) path += ".ovant.json";
    if (!saved_or_told(document_.save_as(path))) return false;
    remember(path);
    return true;
}

bool MainWindow::may_leave() {
    if (!document_.unsaved() || document_.read_only()) return true;
    const int answer =
        prompts_.ask(this, tr("%1 has changes that are not saved.").arg(q(document_.site().name)),
                     {tr("Save"), tr("Do not save"), tr("Go back")});
    if (answer == 0) return save();
    if (answer != 1) return false;
    document_.drop_autosave();
    autosave_timer_.stop();
    return true;
}

void MainWindow::remember(const QString& path) {
    QSettings settings;
    QStringList recent = settings.value("recent").toStringList();
    const QString full = QFileInfo(path).absoluteFilePath();
    recent.removeAll(full);
    recent.prepend(full);
    settings.setValue("recent", QStringList(recent.mid(0, most_recent)));
    refresh_start_page();
}

QStringList MainWindow::recent_files() { return QSettings().value("recent").toStringList(); }

void MainWindow::refresh_start_page() {
    start_page_->set_recent(recent_files(),
                            all_left_work(document_.unsaved_folder(), recent_files()));
}

void MainWindow::import_file(const QString& path) {
    const Result<std::string> file = read_file(path.toStdString(), largest_csv_bytes);
    if (!file) return say(q(sentence(file.error())));
    Result<std::vector<TableSheet>> sheets = read_table(*file);
    if (!sheets) {
        return say(tr("%1: %2").arg(QFileInfo(path).fileName(), q(sentence(sheets.error()))));
    }
    if (sheets->empty()) return say(tr("%1 has no rows.").arg(QFileInfo(path).fileName()));
    show_list(std::move(*sheets));
}

void MainWindow::show_list(std::vector<TableSheet> sheets) {
    auto* dialog = new ListDialog(document_, std::move(sheets), this);
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    connect(dialog, &ListDialog::taken, this, &MainWindow::list_taken);
    connect(dialog, &QDialog::finished, this, [this, dialog] {
        left_list_ = dialog->left();
        const std::size_t rows = left_list_.table.rows.size();
        findChild<QAction*>("leftList")->setVisible(rows > 0);
        if (rows > 0)
            say_with_links(
                tr("What is left of the list can be mended: Rows left of a list, in the menu."));
    });
    dialog->open();
}

void MainWindow::list_taken(const std::vector<std::string>& cameras,
                            const std::vector<std::pair<CellText, Error>>& cells) {
    plan_->fit();
    sheet_->keep_refused(cells);
    document_.select(cameras.front());
    QString words = tr("Cameras added: %1.").arg(cameras.size());
    if (!cells.empty())
        words += " " + tr("Cells that were not taken are underlined in the sheet (F8).");
    say_with_links(words.toHtmlEscaped());
}

void MainWindow::save_sample_list() {
    save_export_of(this, document_, prompts_,
                   {tr("Save a sample list"), tr("CSV (*.csv)"), tr("sample list.csv")},
                   [this] { return sample_list(document_.units()); });
}

// Rows as a spreadsheet copies them; on the start page they begin a site.
void MainWindow::paste_cameras() {
    const std::string text = QGuiApplication::clipboard()->text().toStdString();
    if (text.empty() || text.size() > largest_csv_bytes)
        return say(tr("There are no rows to paste: copy names, kinds and metres first."));
    if (looks_like_chain(text)) return show_chain(q(text));
    if (pages_->currentWidget() == start_page_) new_site();
    paste_list(text);
}

void MainWindow::show_chain(const QString& words) {
    const bool in_site = pages_->currentWidget() != start_page_;
    ChainDialog dialog(document_, in_site, this);
    connect(&dialog, &ChainDialog::site_wanted, this, [this](const Site& site) {
        if (may_leave()) open_site(site);
    });
    if (!words.isEmpty()) dialog.set_words(words);
    dialog.exec();
}

void MainWindow::copy_run() {
    const Network& net = document_.site_network();
    const CameraNumber camera = find_camera(net, document_.selected());
    if (!camera) return say(tr("Choose a camera first: its run is copied."));
    const auto chain = chain_of(net, camera);
    if (!chain) return say(tr("This run is no single line from a feeding port to the camera."));
    const QString words = q(write_chain(*chain, document_.catalogue()));
    QGuiApplication::clipboard()->setText(words);
    say(tr("Copied: %1").arg(words));
}

// What is clear goes in at once, anything else is shown first.
void MainWindow::paste_list(const std::string& text) {
    CsvRows read = csv_rows(text);
    const ListColumns columns = columns_as_told(read.rows, document_.catalogue());
    const bool clear =
        lacking(columns).empty() && read.unclosed == 0 &&
        wrong_rows(document_.committed(), document_.catalogue(), columns, read.rows).empty();
    if (!clear) {
        std::vector<TableSheet> sheets;
        sheets.push_back({"", std::move(read)});
        return show_list(std::move(sheets));
    }
    QProgressDialog progress(tr("Reading cameras…"), tr("Stop"), 0, 100, this);
    progress.setObjectName("importProgress");
    progress.setWindowModality(Qt::WindowModal);
    RowsAdded made = take_rows(document_.committed(), document_.catalogue(), columns, read.rows,
                               [&](double share) {
                                   progress.setValue(static_cast<int>(100 * share));
                                   return !progress.wasCanceled();
                               });
    progress.reset();
    if (made.stopped) return say(tr("Stopped: no camera was taken."));
    if (made.added.empty()) return;
    if (document_.edit(tr("Paste cameras (%1)").arg(made.added.size()), made.site))
        list_taken(made.added, made.cells);
}

void MainWindow::dragEnterEvent(QDragEnterEvent* event) {
    const QList<QUrl> urls = event->mimeData()->urls();
    if (std::any_of(urls.begin(), urls.end(), [](const QUrl& url) { return url.isLocalFile(); }))
        event->acceptProposedAction();
}

void MainWindow::dropEvent(QDropEvent* event) {
    for (const QUrl& url : event->mimeData()->urls()) {
        if (!url.isLocalFile()) continue;
        event->acceptProposedAction();
        return take_file(url.toLocalFile());
    }
}

namespace {

QString ending_of(const QString& path) { return QFileInfo(path).suffix().toLower(); }
bool is_list(const QString& path) {
    return QStringList{"csv", "tsv", "txt", "xlsx", "ods"}.contains(ending_of(path));
}

}  // namespace

bool MainWindow::brings_in(const QString& path) {
    return is_list(path) ||
           QStringList{"png", "jpg", "jpeg", "svg", "pdf"}.contains(ending_of(path));
}

void MainWindow::take_file(const QString& path) {
    if (brings_in(path)) {
        if (pages_->currentWidget() == start_page_) new_site();
        if (is_list(path)) return import_file(path);
        set_stage(Stage::survey);
        return plan_->take_drawing(path);
    }
    if (ending_of(path) != "json") {
        const QString told =
            tr("%1 is no site, list of cameras or drawing.").arg(QFileInfo(path).fileName());
        if (pages_->currentWidget() != start_page_) return say(told);
        prompts_.ask(this, told, {tr("Close")});
        return;
    }
    if (may_leave()) open_file(path);
}

}  // namespace ovant
