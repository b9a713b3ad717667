// SPDX-License-Identifier: GPL-3.0-or-later
// Opening, saving, taking up work that was kept aside, importing.
#include <QDialog>
#include <QDialogButtonBox>
#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QLabel>
#include <QListWidget>
#include <QSettings>
#include <QStackedWidget>
#include <QStandardPaths>
#include <QTime>
#include <QVBoxLayout>

#include "app/plan/plan_view.h"
#include "app/shell/main_window.h"
#include "app/shell/start_page.h"
#include "core/format/camera_csv.h"
#include "core/format/site_json.h"
#include "phrase/error_text.h"

extern "C" const char embedded_marram_quay_ovant_json[];
extern "C" const char embedded_marram_quay_ovant_json_end[];

namespace ovant {
namespace {

constexpr int most_recent = 8;
constexpr std::size_t largest_csv_bytes = 8u << 20;

QString q(const std::string& text) { return QString::fromStdString(text); }

QString unsaved_folder() {
    return QStandardPaths::writableLocation(QStandardPaths::AppDataLocation);
}

}  // namespace

void MainWindow::open_demo() {
    const std::string_view text(embedded_marram_quay_ovant_json,
                                static_cast<std::size_t>(embedded_marram_quay_ovant_json_end -
                                                         embedded_marram_quay_ovant_json));
    Result<Site> demo = read_site(text);
    if (!demo) return say(q(sentence(demo.error())));
    open_site(std::move(*demo));
    document_.select("K14");
}

void MainWindow::open_site(Site site) {
    document_.start(std::move(site));
    document_.set_unsaved_folder(unsaved_folder());
    set_stage(Stage::reach);
    show_workspace();
}

void MainWindow::new_site() {
    Site site;
    site.name = tr("New site").toStdString();
    document_.start(std::move(site));
    document_.set_unsaved_folder(unsaved_folder());
    set_stage(Stage::survey);
    show_workspace();
}

void MainWindow::open_file(const QString& path) {
    Result<bool> opened = document_.open(path);
    if (!opened) {
        const bool newer = opened.error().code == ErrorCode::newer_version;
        const QString why =
            QString("%1\n\n%2").arg(QFileInfo(path).fileName(), q(sentence(opened.error())));
        const bool hopeless = opened.error().code == ErrorCode::unreadable ||
                              opened.error().code == ErrorCode::too_large;
        const QStringList answers =
            hopeless ? QStringList{tr("Leave it")}
                     : QStringList{newer ? tr("Look at it") : tr("Open what can be kept"),
                                   tr("Leave it")};
        if (prompts_.ask(this, why, answers) != 0 || hopeless)
            return say(q(sentence(opened.error())));
        const Result<std::vector<Error>> kept = document_.open_keeping(path);
        if (!kept) return say(q(sentence(kept.error())));
        show_workspace();
        set_stage(Stage::reach);
        return say(kept->empty() ? tr("Open for looking only.")
                                 : tr("Open for looking only; left out: %1, the first: %2")
                                       .arg(kept->size())
                                       .arg(q(sentence(kept->front()))));
    }
    set_stage(Stage::reach);
    show_workspace();
    remember(path);
    take_up_kept_work(path);
}

void MainWindow::take_up_kept_work(const QString& path) {
    const QString kept = q(autosave_path(path.toStdString()));
    if (!QFileInfo::exists(kept)) return;
    const QString when = QFileInfo(kept).lastModified().toString("yyyy-MM-dd HH:mm");
    const int answer =
        prompts_.ask(this, tr("Work on this site from %1 was not saved. Take it up?").arg(when),
                     {tr("Take it up"), tr("Throw it away")});
    if (answer == 1) return document_.drop_autosave();
    // Without an answer it is taken up too: one undo brings back what was saved.
    const Result<bool> recovered = document_.recover(kept);
    if (!recovered) say(q(sentence(recovered.error())));
}

bool MainWindow::save() {
    if (document_.path().isEmpty() || document_.read_only()) return save_as();
    const Result<bool> saved = document_.save();
    if (!saved) {
        say(q(sentence(saved.error())));
        return false;
    }
    saved_at_ = QTime::currentTime().toString("HH:mm");
    refresh();
    return true;
}

bool MainWindow::save_as() {
    QString path = prompts_.save_path(
        this, tr("Save the site"), tr("Ovant sites (*.ovant.json)"),
        document_.path().isEmpty() ? q(document_.site().name) + ".ovant.json" : document_.path());
    if (path.isEmpty()) return false;
    if (!path.endsWith(".json")) path += ".ovant.json";
    const Result<bool> saved = document_.save_as(path);
    if (!saved) {
        say(q(sentence(saved.error())));
        return false;
    }
    saved_at_ = QTime::currentTime().toString("HH:mm");
    remember(path);
    refresh();
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

// The newest site that never had a file; "" if there is none.
QString MainWindow::unsaved_work() const {
    const QFileInfoList kept =
        QDir(unsaved_folder()).entryInfoList({"unsaved-*.ovant.json"}, QDir::Files, QDir::Time);
    return kept.isEmpty() ? QString() : kept.first().absoluteFilePath();
}

void MainWindow::refresh_start_page() {
    start_page_->set_recent(QSettings().value("recent").toStringList(), unsaved_work());
}

void MainWindow::import_csv(const QString& path) {
    const Result<std::string> text = read_file(path.toStdString(), largest_csv_bytes);
    if (!text) return say(q(sentence(text.error())));
    const CsvImport import = import_cameras(document_.committed(), document_.catalogue(), *text);
    if (!import.added.empty()) {
        document_.edit(tr("Import cameras (%1)").arg(import.added.size()), import.site);
        plan_->fit();
        document_.select(import.added.front());
    }
    auto* report = new QDialog(this);
    report->setObjectName("importReport");
    report->setAttribute(Qt::WA_DeleteOnClose);
    report->setWindowTitle(tr("Import of cameras"));
    auto* list = new QListWidget;
    list->setObjectName("importLines");
    list->setWordWrap(true);
    for (const Error& line : import.lines) list->addItem(q(sentence(line)));
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    connect(buttons, &QDialogButtonBox::rejected, report, &QDialog::reject);
    auto* layout = new QVBoxLayout(report);
    layout->addWidget(
        new QLabel(import.lines.empty()
                       ? tr("Cameras added: %1. Every line was taken.").arg(import.added.size())
                       : tr("Cameras added: %1. These lines were left out or taken in part:")
                             .arg(import.added.size())));
    if (!import.lines.empty())
        layout->addWidget(list);
    else
        delete list;
    layout->addWidget(buttons);
    report->resize(560, import.lines.empty() ? 100 : 320);
    report->open();
}

}  // namespace ovant
