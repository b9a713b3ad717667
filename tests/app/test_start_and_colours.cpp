// SPDX-License-Identifier: GPL-3.0-or-later
// The start page with the last sites in small, files dropped anywhere, colours as the desktop's.
#include <QtDBus/QtDBus>
#include <QtTest/QtTest>
#include <QtWidgets/QtWidgets>
#include <catch2/catch.hpp>

#include "app/shell/site_card.h"
#include "app/shell/start_page.h"
#include "app/theme/desktop_colours.h"
#include "app/theme/icons.h"
#include "core/format/site_json.h"
#include "driver.h"
#include "support/sites.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

bool drop(Driver& d, const QString& path) {
    QMimeData mime;
    mime.setUrls({QUrl::fromLocalFile(path)});
    QDragEnterEvent enter({20, 20}, Qt::CopyAction, &mime, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(&d.window(), &enter);
    QDropEvent event(QPointF(20, 20), Qt::CopyAction, &mime, Qt::LeftButton, Qt::NoModifier);
    QApplication::sendEvent(&d.window(), &event);
    return enter.isAccepted();
}

int colours_in(const QImage& image) {
    std::set<QRgb> seen;
    for (int y = 0; y < image.height(); ++y)
        for (int x = 0; x < image.width(); ++x) seen.insert(image.pixel(x, y));
    return static_cast<int>(seen.size());
}

// What a desktop's portal says, on a bus of its own.
class StandInPortal : public QObject {
    Q_OBJECT
    Q_CLASSINFO("D-Bus Interface", "org.freedesktop.portal.Settings")

public:
    unsigned scheme = 0;

public slots:
    Q_SCRIPTABLE QDBusVariant Read(const QString& group, const QString& key) {
        asked << group + "/" + key;
        // As the portal does, in a variant of a variant.
        return QDBusVariant(QVariant::fromValue(QDBusVariant(scheme)));
    }

signals:
    Q_SCRIPTABLE void SettingChanged(const QString& group, const QString& key,
                                     const QDBusVariant& value);

public:
    QStringList asked;
};

}  // namespace

TEST_CASE("a glance at a file says what opening it would say", "[start]") {
    const TempFolder folder;
    const Site site = demo_site();
    const QString path = QString::fromStdString(folder.write("demo.ovant.json", write_site(site)));
    const SiteGlance glance = glance_at(path, theme_for(false), {120, 80}, 2);
    const Judged judged = judge_site(site);
    CHECK(glance.trouble.isEmpty());
    CHECK(glance.name.toStdString() == site.name);
    CHECK(glance.cameras == static_cast<int>(judged.assessment.runs.size()));
    CHECK(glance.summary.fails == judged.assessment.summary.fails);
    CHECK(glance.summary.holds == judged.assessment.summary.holds);
    CHECK(glance.picture.size() == QSize(240, 160));
    CHECK(colours_in(glance.picture) > 20);
    // Nothing on the plan, or one thing, is a picture too.
    Site empty;
    CHECK_FALSE(site_picture(lay_out(empty, shipped_catalogue()), {}, theme_for(true), {40, 30}, 1)
                    .isNull());
    const QString broken =
        QString::fromStdString(folder.write("broken.ovant.json", "{\"version\": 3, \"na"));
    CHECK(glance_at(broken, theme_for(false), {120, 80}, 1).trouble.contains("line 1"));
    CHECK_FALSE(glance_at(path + "x", theme_for(false), {120, 80}, 1).trouble.isEmpty());
}

TEST_CASE("the last sites are shown in small and open on a click", "[start][files]") {
    const TempFolder folder;
    const QString good =
        QString::fromStdString(folder.write("quay.ovant.json", write_site(demo_site())));
    QSettings().setValue("recent", QStringList{good});
    MainWindow window(Prompts{});
    window.show();
    auto* card = window.findChild<SiteCard*>();
    REQUIRE(card);
    CHECK(QTest::qWaitFor([&] { return card->accessibleName().contains("24"); }, 5000));
    CHECK(colours_in(card->grab().toImage()) > 20);
    QTest::mouseClick(card, Qt::LeftButton);
    CHECK(window.document().path() == good);
    QSettings().clear();
}

TEST_CASE("a file dropped anywhere is taken by what it is", "[start][files]") {
    const TempFolder folder;
    const QString site =
        QString::fromStdString(folder.write("quay.ovant.json", write_site(demo_site())));
    const QString list =
        QString::fromStdString(folder.write("cameras.csv", "name,x,y\nGate,10,10\nYard,20,10\n"));
    const QString other = QString::fromStdString(folder.write("letter.docx", "x"));
    Driver d;
    REQUIRE(d.find("startPage")->isVisible());
    CHECK(drop(d, site));
    CHECK(d.document().path() == site);
    CHECK(d.document().assessment().runs.size() == 24);
    CHECK(drop(d, list));
    CHECK(d.document().assessment().runs.size() == 24);
    d.click(d.find("takeList"));
    CHECK(d.document().assessment().runs.size() == 26);
    for (const char* name : {"a.CSV", "a.tsv", "a.xlsx", "a.ods", "a.txt", "plan.PDF", "a.svg"})
        CHECK(MainWindow::brings_in(name));
    for (const char* name : {"quay.ovant.json", "quay", "letter.docx", ""})
        CHECK_FALSE(MainWindow::brings_in(name));
    const Site before = d.document().committed();
    CHECK(drop(d, other));
    CHECK(d.text_of("message").contains("letter.docx"));
    CHECK(d.document().committed() == before);
}

TEST_CASE("cameras dropped on the start page begin a site", "[start][files]") {
    const TempFolder folder;
    Driver d;
    drop(d, QString::fromStdString(folder.write("cameras.csv", "name,x,y\nGate,10,10\n")));
    CHECK_FALSE(d.find("startPage")->isVisible());
    d.click(d.find("takeList"));
    CHECK(d.document().assessment().runs.size() == 1);
}

TEST_CASE("light and dark follow the desktop's portal, told by a stand-in", "[colours]") {
    QProcess daemon;
    daemon.start("dbus-daemon", {"--session", "--print-address", "--nofork", "--nopidfile"});
    REQUIRE(daemon.waitForReadyRead(5000));
    const QString address = QString::fromLocal8Bit(daemon.readLine()).trimmed();
    QDBusConnection theirs = QDBusConnection::connectToBus(address, "portal");
    StandInPortal portal;
    portal.scheme = 1;
    REQUIRE(theirs.registerService("org.freedesktop.portal.Desktop"));
    REQUIRE(theirs.registerObject("/org/freedesktop/portal/desktop", &portal,
                                  QDBusConnection::ExportScriptableContents));
    DesktopColours colours(QDBusConnection::connectToBus(address, "ovant"));
    CHECK_FALSE(colours.dark().has_value());
    QSignalSpy changed(&colours, &DesktopColours::dark_changed);
    REQUIRE(QTest::qWaitFor([&] { return changed.count() == 1; }, 5000));
    CHECK(colours.dark() == true);
    CHECK(portal.asked == QStringList{"org.freedesktop.appearance/color-scheme"});
    const auto say = [&](const char* group, const char* key, const QVariant& value) {
        emit portal.SettingChanged(group, key, QDBusVariant(value));
    };
    say("org.freedesktop.appearance", "accent-color", 2u);
    say("org.example.other", "color-scheme", 0u);
    say("org.freedesktop.appearance", "color-scheme", QString("rubbish"));
    say("org.freedesktop.appearance", "color-scheme", 2u);
    REQUIRE(QTest::qWaitFor([&] { return changed.count() == 2; }, 5000));
    CHECK(colours.dark() == false);
    // Without a bus nothing is said and nothing hangs.
    CHECK_FALSE(DesktopColours(QDBusConnection("none")).dark().has_value());
    QDBusConnection::disconnectFromBus("portal");
    QDBusConnection::disconnectFromBus("ovant");
    daemon.kill();
    daemon.waitForFinished();
}

TEST_CASE("each icon draws something of its own, also where it is off", "[colours]") {
    std::set<QByteArray> seen;
    for (int i = 0; i < icon_count; ++i) {
        for (QIcon::Mode mode : {QIcon::Normal, QIcon::Disabled}) {
            const QImage image = icon(static_cast<Icon>(i)).pixmap(QSize(32, 32), mode).toImage();
            REQUIRE_FALSE(image.isNull());
            CHECK(colours_in(image) > 2);
            if (mode == QIcon::Normal)
                CHECK(seen.insert(QByteArray(reinterpret_cast<const char*>(image.constBits()),
                                             static_cast<int>(image.sizeInBytes())))
                          .second);
        }
    }
    // Buttons of every dialog have them, and not the style's own.
    QDialogButtonBox box(QDialogButtonBox::Cancel | QDialogButtonBox::Close | QDialogButtonBox::Ok |
                         QDialogButtonBox::Save);
    const std::pair<QDialogButtonBox::StandardButton, Icon> expected[] = {
        {QDialogButtonBox::Cancel, Icon::close},
        {QDialogButtonBox::Close, Icon::close},
        {QDialogButtonBox::Ok, Icon::accept},
        {QDialogButtonBox::Save, Icon::save}};
    for (const auto& [button, own] : expected) {
        const QImage image = box.button(button)->icon().pixmap(32, 32).toImage();
        REQUIRE_FALSE(image.isNull());
        CHECK(image == icon(own).pixmap(32, 32).toImage());
    }
}

#include "test_start_and_colours.moc"
