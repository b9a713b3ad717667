// SPDX-License-Identifier: GPL-3.0-or-later
// Saving, reopening, damage, somebody else's changes, a kill and recovery.
#include "driver.h"

#include <chrono>
#include <csignal>
#include <filesystem>
#include <sys/wait.h>
#include <unistd.h>

#include "app/document/document.h"
#include "app/document/kept_work.h"
#include "app/kit/q.h"
#include "core/format/site_json.h"
#include "core/edits/edits.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

void move(Driver& d, const char* id, double dx_m) {
    const Point at = find_device(d.document().site(), id)->at;
    REQUIRE(d.document().edit("Move",
                              move_object(d.document().committed(), id, {at.x_m + dx_m, at.y_m})));
}

}  // namespace

TEST_CASE("saved, closed and opened again it is the same site", "[window][files]") {
    const TempFolder folder;
    const QString path = q(folder.file("quay.ovant.json"));
    std::string bytes;
    {
        Driver d;
        d.open_copper();
        move(d, "K15", 7);
        CHECK(d.text_of("saved") == "not saved");
        d.save_paths = {path};
        d.key(&d.window(), Qt::Key_S, Qt::ControlModifier);
        CHECK(d.text_of("saved").startsWith("saved "));
        CHECK_FALSE(d.document().unsaved());
        bytes = write_site(d.document().site());
    }
    CHECK(read_all(path.toStdString()) == bytes);
    Driver again;
    again.window().open_file(path);
    CHECK(write_site(again.document().site()) == bytes);
    CHECK_FALSE(again.document().unsaved());
    CHECK(again.asked.isEmpty());
}

TEST_CASE("a damaged file opens with its sentence, for looking", "[window][files][bad-input]") {
    const TempFolder folder;
    const std::string whole = read_all(source_file("tests/data/versions/version-1.ovant.json"));
    const QString path =
        q(folder.write("cut.ovant.json", std::string_view(whole).substr(0, whole.size() * 9 / 10)));
    Driver d;
    d.answers = {0};
    d.window().open_file(path);
    REQUIRE(d.asked.size() == 1);
    CHECK(d.asked.first().contains("cut.ovant.json"));
    CHECK(d.asked.first().contains("line "));
    CHECK(d.document().assessment().runs.size() == 24);
    CHECK(d.document().read_only());
    CHECK(d.text_of("saved") == "for looking only");
    CHECK(d.text_of("message").contains("left out"));
    // Nothing can be changed, and the damaged file stays as it is.
    d.document().select("K15");
    d.trigger("remove");
    CHECK(find_device(d.document().site(), "K15"));
    CHECK(d.text_of("message").contains("looking only"));
    CHECK(read_all(path.toStdString()).size() == whole.size() * 9 / 10);
    // Under another name it can be.
    d.save_paths = {q(folder.file("mended.ovant.json"))};
    REQUIRE(d.window().save());
    CHECK_FALSE(d.document().read_only());
}

TEST_CASE("a file of a newer version is looked at, not changed", "[window][files][bad-input]") {
    Driver d;
    d.answers = {0};
    d.window().open_file(q(source_file("tests/data/broken/newer-version.json")));
    CHECK(d.asked.first().contains("format 4"));
    CHECK(d.document().read_only());
    CHECK(d.document().assessment().runs.size() == 1);
}

TEST_CASE("what cannot be opened leaves the open site alone", "[window][files][bad-input]") {
    const TempFolder folder;
    Driver d;
    d.open_copper();
    const std::string before = write_site(d.document().site());
    d.answers = {1, 0, 0};
    d.window().open_file(q(source_file("tests/data/broken/loop.json")));
    CHECK(d.asked.last().contains("closes a loop"));
    d.window().open_file("/nowhere/at/all.json");
    CHECK(d.asked.last().contains("cannot read", Qt::CaseInsensitive));
    const std::string big = folder.write("big.json", "{");
    std::filesystem::resize_file(big, 300u << 20);
    d.window().open_file(q(big));
    CHECK(d.asked.last().contains("300 MB"));
    CHECK(write_site(d.document().site()) == before);
}

TEST_CASE("somebody else's save is not overwritten", "[window][files]") {
    const TempFolder folder;
    const QString path = q(folder.write(
        "quay.ovant.json", read_all(source_file("tests/data/versions/version-1.ovant.json"))));
    Driver d;
    d.window().open_file(path);
    move(d, "K15", 3);
    folder.write("quay.ovant.json",
                 "{\"format\": \"ovant-site\", \"version\": 1, \"name\": \"Theirs\"}");
    CHECK_FALSE(d.window().save());
    CHECK(d.text_of("message").contains("changed by somebody else"));
    CHECK(read_all(path.toStdString()).find("Theirs") != std::string::npos);
    CHECK(d.document().unsaved());
}

TEST_CASE("leaving with unsaved work asks, and Go back stays", "[window][files]") {
    const TempFolder folder;
    Driver d;
    d.open_copper();
    move(d, "K15", 3);
    d.answers = {2};
    d.window().close();
    CHECK(d.window().isVisible());
    d.answers = {0};
    d.save_paths = {q(folder.file("kept.ovant.json"))};
    d.window().close();
    CHECK_FALSE(d.window().isVisible());
    CHECK(std::filesystem::exists(folder.file("kept.ovant.json")));
}

TEST_CASE("work kept aside comes back on the next start", "[window][files]") {
    const TempFolder folder;
    const QString path = q(folder.write(
        "quay.ovant.json", read_all(source_file("tests/data/versions/version-1.ovant.json"))));
    std::string work;
    {
        Driver d;
        d.window().open_file(path);
        move(d, "K15", 11);
        work = write_site(d.document().site());
        const QString aside = d.document().autosave_file();
        d.wait([&] { return QFileInfo::exists(aside); });
        // The window goes without a word, as in a crash: nothing asks, nothing saves.
    }
    CHECK(read_all(path.toStdString()) != work);
    Driver again;
    again.answers = {0};
    again.window().open_file(path);
    REQUIRE(again.asked.size() == 1);
    CHECK(again.asked.first().contains("was not saved"));
    CHECK(write_site(again.document().site()) == work);
    CHECK(again.document().unsaved());
    CHECK(again.document().undo_name() == "Recover unsaved work");
    REQUIRE(again.window().save());
    CHECK_FALSE(QFileInfo::exists(again.document().autosave_file()));
}

TEST_CASE("undone to what the file holds, nothing is left aside", "[window][files]") {
    const TempFolder folder;
    Driver d;
    d.window().open_file(q(folder.write(
        "quay.ovant.json", read_all(source_file("tests/data/versions/version-1.ovant.json")))));
    move(d, "K15", 4);
    d.document().autosave();
    CHECK(QFileInfo::exists(d.document().autosave_file()));
    d.trigger("undo");
    CHECK_FALSE(QFileInfo::exists(d.document().autosave_file()));
    d.trigger("redo");
    d.document().autosave();
    CHECK(QFileInfo::exists(d.document().autosave_file()));
}

TEST_CASE("killed at any instant, file and kept work are each whole", "[files]") {
    const TempFolder folder;
    const std::string path = folder.write(
        "quay.ovant.json", read_all(source_file("tests/data/versions/version-1.ovant.json")));
    for (int delay_us : {300, 1500, 4000, 9000}) {
        const pid_t child = fork();
        REQUIRE(child >= 0);
        if (child == 0) {
            Document document;
            if (!document.open(q(path))) _exit(1);
            for (int i = 0;; ++i) {
                document.edit("Move",
                              move_object(document.committed(), "K15", {200.0 + i % 50, 100}));
                document.autosave();
                if (i % 3 == 0 && !document.save()) _exit(1);
            }
        }
        usleep(static_cast<useconds_t>(40000 + delay_us));
        kill(child, SIGKILL);
        int status = 0;
        waitpid(child, &status, 0);
        CHECK(WIFSIGNALED(status));
        CHECK(read_site(read_all(path)));
        for (const KeptWork& work : left_work({}, q(path)))
            CHECK(read_site(read_all(work.file.toStdString())));
    }
}

TEST_CASE("a site that never had a file is kept too", "[window][files]") {
    QString aside;
    {
        Driver d;
        d.window().new_site();
        d.trigger("tool-room");
        d.click(d.plan(), QPointF(200, 200));
        aside = d.document().autosave_file();
        d.wait([&] { return QFileInfo::exists(aside); });
    }
    REQUIRE(QFileInfo::exists(aside));
    const QByteArray kept = [&] {
        QFile file(aside);
        REQUIRE(file.open(QIODevice::ReadOnly));
        return file.readAll();
    }();
    CHECK(kept.contains("Equipment room"));
    CHECK(read_site(kept.toStdString()));
    // Another new site does not overwrite it.
    Document other;
    other.set_unsaved_folder(QFileInfo(aside).absolutePath());
    CHECK(other.autosave_file() != aside);
    // Taken up, it is kept by who took it, and goes away when it is saved.
    const TempFolder folder;
    REQUIRE(other.recover(aside));
    CHECK_FALSE(QFileInfo::exists(aside));
    CHECK(QFileInfo::exists(other.autosave_file()));
    CHECK(other.site().places.size() == 1);
    REQUIRE(other.save_as(q(folder.file("room.ovant.json"))));
    CHECK_FALSE(QFileInfo::exists(other.autosave_file()));
}

TEST_CASE("parts and cards are written where the person says", "[window][files]") {
    const TempFolder folder;
    Driver d;
    d.open_copper();
    d.save_paths = {q(folder.file("parts.csv")), q(folder.file("parts.xlsx")),
                    q(folder.file("cards.pdf"))};
    d.window().set_stage(Stage::parts);
    d.click(d.find("saveCsv"));
    d.click(d.find("saveXlsx"));
    d.trigger("savePdf");
    CHECK(read_all(folder.file("parts.csv")).starts_with("kind,name"));
    CHECK(read_all(folder.file("parts.xlsx")).starts_with("PK"));
    CHECK(read_all(folder.file("cards.pdf")).starts_with("%PDF"));
    d.save_paths = {"/nowhere/at/all.csv"};
    d.trigger("saveCsv");
    CHECK(d.text_of("message").contains("cannot write", Qt::CaseInsensitive));
}

TEST_CASE("what is saved of a site stays in one folder, and never on the site itself",
          "[window][files]") {
    const TempFolder folder;
    QDir(q(folder.file(""))).mkdir("papers");
    Driver d;
    d.open_copper();
    const QString site = q(folder.file("quay.ovant.json"));
    d.save_paths = {site};
    d.trigger("save");
    const std::string written = read_all(site.toStdString());
    d.window().set_stage(Stage::parts);
    // The file itself, under another name too.
    std::filesystem::create_hard_link(site.toStdString(), folder.file("other.csv"));
    std::filesystem::create_symlink(site.toStdString(), folder.file("third.csv"));
    d.proposed.clear();
    for (const QString& path : {site, q(folder.file("./quay.ovant.json")),
                                q(folder.file("other.csv")), q(folder.file("third.csv"))}) {
        d.save_paths = {path};
        d.click(d.find("saveCsv"));
        CHECK(d.text_of("message").contains("belongs to the site itself"));
        CHECK(read_all(site.toStdString()) == written);
    }
    CHECK(d.proposed.front() == q(folder.file("quay parts.csv")));
    // Elsewhere, without an ending: it gets one, and the folder is proposed from then on.
    d.save_paths = {q(folder.file("papers/list"))};
    d.click(d.find("saveCsv"));
    CHECK(read_all(folder.file("papers/list.csv")).starts_with("kind,name"));
    CHECK(d.text_of("message").contains("list.csv"));
    CHECK(d.text_of("message").contains("file://"));
    d.save_paths = {QString()};
    d.trigger("savePdf");
    CHECK(d.proposed.back() == q(folder.file("papers/quay wiring cards.pdf")));
    // What the ending led to is there already: asked, and left.
    d.save_paths = {q(folder.file("papers/list"))};
    d.answers = {1};
    d.click(d.find("saveCsv"));
    CHECK(d.asked.back().contains("list.csv is there already"));
}

TEST_CASE("what was refused goes when something is done", "[window]") {
    Driver d;
    d.open_copper();
    emit d.document().refused("no <b>such</b> thing");
    CHECK(d.text_of("message") == "no <b>such</b> thing");
    CHECK(d.find<QLabel>("message")->textFormat() == Qt::PlainText);
    REQUIRE(d.document().edit("Move", move_object(d.document().committed(), "K01", {30, 30})));
    CHECK(d.text_of("message").isEmpty());
}

TEST_CASE("no name from a file is taken for markup", "[window]") {
    const TempFolder folder;
    Driver d;
    d.open_copper();
    Site site = d.document().committed();
    const std::string trick = "<img src='/etc/hostname'><b>Quay</b>";
    site.name = trick;
    for (Device& device : site.devices) device.name = trick;
    d.window().open_file(q(folder.write("trick.ovant.json", write_site(site))));
    d.document().select(site.devices.front().id);
    for (const Stage stage :
         {Stage::survey, Stage::reach, Stage::power, Stage::parts, Stage::prove}) {
        d.window().set_stage(stage);
        QCoreApplication::processEvents();
        for (const QLabel* label : d.window().findChildren<QLabel*>()) {
            if (!label->isVisible() || !label->text().contains("<img")) continue;
            INFO(label->objectName().toStdString() << ": " << label->text().toStdString());
            CHECK(label->textFormat() == Qt::PlainText);
        }
    }
}

namespace {

QString marina_in(const TempFolder& folder) {
    return q(folder.write("quay.ovant.json",
                          read_all(source_file("tests/data/versions/version-1.ovant.json"))));
}

int files_beside(const QString& path, const QString& ending) {
    int count = 0;
    for (const QFileInfo& file : QFileInfo(path).dir().entryInfoList(QDir::Files | QDir::Hidden))
        count += file.fileName().endsWith(ending);
    return count;
}

}  // namespace

TEST_CASE("a second window is told who has the site, and may look at it", "[window][files]") {
    const TempFolder folder;
    const QString path = marina_in(folder);
    Driver first;
    first.window().open_file(path);
    Driver second;
    second.answers = {1};
    second.window().open_file(path);
    REQUIRE(second.asked.size() == 1);
    CHECK(second.asked.first().contains("is open in another window (process "));
    CHECK(second.document().path().isEmpty());
    second.answers = {0};
    second.window().open_file(path);
    CHECK(second.document().read_only());
    CHECK(second.document().assessment().runs.size() == 24);
    // Nor can it be saved over.
    second.save_paths = {path};
    CHECK_FALSE(second.window().save_as());
    CHECK(second.text_of("message").contains("is open in"));
    move(first, "K15", 3);
    REQUIRE(first.window().save());
    // Gone, it leaves the site to others, and no lock behind.
    first.window().new_site();
    CHECK(files_beside(path, ".lock") == 0);
    second.window().open_file(path);
    CHECK_FALSE(second.document().read_only());
}

TEST_CASE("two windows keep their work apart", "[files]") {
    const TempFolder folder, own;
    const QString path = marina_in(folder);
    Document one, two;
    one.set_unsaved_folder(q(own.path.string()));
    two.set_unsaved_folder(q(own.path.string()));
    CHECK(one.autosave_file() != two.autosave_file());
    REQUIRE(one.open(path));
    REQUIRE(two.open_looking(path));
    CHECK(one.autosave_file() != two.autosave_file());
    CHECK(two.open(path).error().code == ErrorCode::in_use);
    // What a living window keeps is offered to nobody.
    REQUIRE(one.edit("Move", move_object(one.committed(), "K15", {1, 2})));
    REQUIRE(one.autosave());
    CHECK(left_work(q(own.path.string()), path).isEmpty());
}

TEST_CASE("work beside a site that somebody else has open is not offered", "[files]") {
    const TempFolder folder;
    const QString path = marina_in(folder);
    folder.write(".quay.ovant.json.20260101000000000-1-1.autosave", "{}");
    CHECK(left_work({}, path).size() == 1);
    const pid_t other = fork();
    REQUIRE(other >= 0);
    if (other == 0) {
        SiteLock lock;
        if (!lock.take(path).isEmpty()) _exit(1);
        for (;;) pause();
    }
    const QString lock = q(folder.file(".quay.ovant.json.lock"));
    CHECK(QTest::qWaitFor([&] { return QFileInfo::exists(lock) && QFileInfo(lock).size() > 0; }));
    CHECK(left_work({}, path).isEmpty());
    kill(other, SIGKILL);
    waitpid(other, nullptr, 0);
    CHECK(left_work({}, path).size() == 1);
}

TEST_CASE("kept work is no wider than the site's file", "[files]") {
    const TempFolder folder;
    const QString path = marina_in(folder);
    QFile::setPermissions(path, QFile::ReadOwner | QFile::WriteOwner);
    Document document;
    REQUIRE(document.open(path));
    REQUIRE(document.edit("Move", move_object(document.committed(), "K15", {1, 2})));
    REQUIRE(document.autosave());
    CHECK_FALSE(QFile::permissions(document.autosave_file()) &
                (QFile::ReadGroup | QFile::ReadOther));
}

TEST_CASE("a link laid where work is kept aside is not followed", "[files][bad-input]") {
    const TempFolder folder;
    const QString path = marina_in(folder);
    const QString victim = q(folder.write("victim.txt", "precious"));
    Document document;
    REQUIRE(document.open(path));
    REQUIRE(document.edit("Move", move_object(document.committed(), "K15", {1, 2})));
    REQUIRE(QFile::link(victim, document.autosave_file()));
    (void)document.autosave();
    CHECK(read_all(victim.toStdString()) == "precious");
}

TEST_CASE("work that cannot be kept beside the file is told and kept apart", "[files]") {
    const TempFolder folder, own;
    const QString path = marina_in(folder);
    QString apart;
    {
        Document document;
        document.set_unsaved_folder(q(own.path.string()));
        REQUIRE(document.open(path));
        REQUIRE(document.edit("Move", move_object(document.committed(), "K15", {1, 2})));
        // A folder of that name: nothing can be written there, not even by root.
        REQUIRE(QDir().mkpath(document.autosave_file() + "/x"));
        const Result<bool> kept = document.autosave();
        REQUIRE_FALSE(kept);
        CHECK(kept.error().code == ErrorCode::kept_apart);
        apart = q(kept.error().detail);
        CHECK(read_site(read_all(apart.toStdString())));
        // Once there is room again it goes back beside the file.
        QDir(document.autosave_file()).removeRecursively();
        REQUIRE(document.autosave());
        CHECK_FALSE(QFileInfo::exists(apart));
        REQUIRE(QFile::remove(document.autosave_file()));
        REQUIRE(QDir().mkpath(document.autosave_file() + "/x"));
        REQUIRE_FALSE(document.autosave());
    }
    const QList<KeptWork> left = left_work(q(own.path.string()), path);
    REQUIRE(left.size() == 1);
    CHECK(left.first().file == apart);
    CHECK(left.first().site_path == path);
    CHECK(left.first().name.startsWith("Marram Quay"));
    CHECK(left.first().bytes > 1000);
}

TEST_CASE("the foot says at once that work is not kept, and no success beside it",
          "[window][files]") {
    const TempFolder folder;
    const QString path = marina_in(folder);
    Driver d;
    d.window().open_file(path);
    move(d, "K15", 3);
    REQUIRE(QDir().mkpath(d.document().autosave_file() + "/x"));
    d.wait([&] { return d.text_of("message").contains("kept"); });
    CHECK(d.text_of("saved") == "not saved");
    QDir(d.document().autosave_file()).removeRecursively();
    // Saved, then a save that fails: the foot does not go on saying that it is saved.
    REQUIRE(d.window().save());
    CHECK(d.text_of("saved").startsWith("saved "));
    QFile::remove(path);
    CHECK_FALSE(d.window().save());
    CHECK(d.text_of("message").contains("was deleted since it was opened"));
    CHECK(d.text_of("saved") == "not saved");
    d.save_paths = {path};
    REQUIRE(d.window().save_as());
    CHECK(d.text_of("message").isEmpty());
    CHECK(d.text_of("saved").startsWith("saved "));
}

TEST_CASE("kept work is offered where the file is gone or refused", "[window][files]") {
    const TempFolder folder;
    const QString path = marina_in(folder);
    std::string work;
    const auto leave_work = [&] {
        Driver d;
        d.answers = {0};
        d.window().open_file(path);
        move(d, "K15", 11);
        work = write_site(d.document().site());
        d.document().autosave();
    };
    leave_work();
    QFile::remove(path);
    Driver again;
    again.answers = {0};
    again.window().open_file(path);
    REQUIRE(again.asked.size() == 1);
    CHECK(write_site(again.document().site()) == work);
    CHECK(again.document().unsaved());
    REQUIRE(again.window().save());
    CHECK(read_all(path.toStdString()) == work);
    // A file that is refused is not written over by it.
    leave_work();
    folder.write("quay.ovant.json", "{\"format\": \"ovant-site\", \"version\": 1, \"na");
    Driver third;
    third.answers = {1};
    third.window().open_file(path);
    CHECK(write_site(third.document().site()) == work);
    CHECK_FALSE(third.window().save());
    CHECK(read_all(path.toStdString()).size() < 100);
}

TEST_CASE("kept work that is damaged is taken up as far as it goes", "[window][files][bad-input]") {
    const TempFolder folder;
    const QString path = marina_in(folder);
    QString aside;
    {
        Document document;
        REQUIRE(document.open(path));
        REQUIRE(document.edit("Move", move_object(document.committed(), "K15", {1, 2})));
        REQUIRE(document.autosave());
        aside = document.autosave_file();
    }
    QFile file(aside);
    REQUIRE(file.resize(file.size() * 9 / 10));
    Driver d;
    d.answers = {0};
    d.window().open_file(path);
    CHECK(d.document().assessment().runs.size() == 24);
    CHECK(find_device(d.document().site(), "K15")->at == Point{1, 2});
    auto* report = d.find<QDialog>("leftOutReport");
    CHECK(report->findChild<QListWidget*>("leftOutLines")->count() >= 1);
    report->reject();
    d.trigger("undo");
    CHECK(d.document().site().links.size() > 25);
}

TEST_CASE("all kept work is listed by name, time and size", "[window][files]") {
    QString own;
    {
        Driver d;  // its folder is emptied when a driver starts
        own = d.document().unsaved_folder();
        for (const char* name : {"North shed", "South shed", "East shed", "West shed"}) {
            Document document;
            document.set_unsaved_folder(own);
            Site site;
            site.name = name;
            REQUIRE(document.edit("Name", Result<Site>(site)));
            REQUIRE(document.autosave());
            document.set_unsaved_folder({});  // goes without dropping it
        }
        d.trigger("keptWork");
        auto* list = d.find<QTreeWidget>("keptList");
        REQUIRE(list->topLevelItemCount() == 4);
        CHECK(list->topLevelItem(0)->text(0).endsWith(" shed"));
        CHECK(list->topLevelItem(0)->text(2) == "1 kB");
        CHECK(list->topLevelItem(0)->text(3) == "never had one");
        d.click(d.find("dropKept"));
        CHECK(list->topLevelItemCount() == 3);
        const QString name = list->topLevelItem(0)->text(0);
        d.click(d.find("takeUpKept"));
        CHECK(q(d.document().site().name) == name);
        CHECK(d.document().unsaved());
        CHECK(all_left_work(own, {}).size() == 2);
    }
}

TEST_CASE("history is bounded, and the newest steps stay", "[document]") {
    Document document;
    Site site = document.site();
    site.devices.resize(4000);
    for (std::size_t i = 0; i < site.devices.size(); ++i) {
        site.devices[i].id = "R" + std::to_string(i);
        site.devices[i].kind = "rep-1";
    }
    document.start(site);
    for (int i = 0; i < 70; ++i) {
        REQUIRE(document.edit("Move", move_object(document.committed(), "R7", {i + 1.0, 0})));
    }
    int undone = 0;
    while (document.can_undo()) {
        document.undo();
        ++undone;
    }
    CHECK(undone >= 49);
    CHECK(undone < 70);
    CHECK(find_device(document.site(), "R7")->at.x_m == Approx(70 - undone));
}

TEST_CASE("a lock that names nobody holds nobody up", "[files]") {
    const TempFolder folder;
    Driver d;
    d.window().open_demo();
    const std::string path = folder.file("quay.ovant.json"),
                      lock = folder.file(".quay.ovant.json.lock");
    d.save_paths = {q(path)};
    REQUIRE(d.window().save());
    d.window().new_site();
    for (const char* left : {"", "\n\n\n", "no process"}) {
        std::filesystem::remove(lock);
        folder.write(".quay.ovant.json.lock", left);
        // Just begun: it may be being written.
        SiteLock early;
        CHECK_FALSE(early.take(q(path)).isEmpty());
        std::filesystem::last_write_time(
            lock, std::filesystem::file_time_type::clock::now() - std::chrono::seconds(30));
        SiteLock late;
        INFO(left);
        CHECK(late.take(q(path)).isEmpty());
    }
}
