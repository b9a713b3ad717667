// SPDX-License-Identifier: GPL-3.0-or-later
// Drawings from strangers: what they are is told by their bytes, nothing outside them is opened,
// and none of them holds the window up.
#include <sys/stat.h>

#include <QPainter>
#include <QPdfWriter>
#include <QSvgGenerator>

#include "app/driver.h"
#include "app/plan/drawing_layer.h"
#include "app/plan/drawing_picture.h"
#include "app/plan/plan_view.h"
#include "core/format/base64.h"
#include "core/format/drawing_facts.h"
#include "core/process/helper_process.h"
#include "drawer/drawing_work.h"
#include "phrase/error_text.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

QByteArray png(QSize size, QColor colour) {
    QImage image(size, QImage::Format_RGB32);
    image.fill(colour);
    QByteArray out;
    QBuffer buffer(&out);
    buffer.open(QIODevice::WriteOnly);
    image.save(&buffer, "PNG");
    return out;
}

Drawing drawing_of(const std::string& bytes) {
    Drawing out;
    out.data = std::make_shared<const std::string>(bytes);
    return out;
}

DrawingShown shown(const Drawing& drawing, QSize view = {80, 60}) {
    return {drawing, QRectF(QPointF(0, 0), QSizeF(view)), view, 1, false};
}

std::string svg(const std::string& inside, const std::string& size = "width='80' height='60'") {
    return "<svg xmlns='http://www.w3.org/2000/svg' xmlns:xlink='http://www.w3.org/1999/xlink' " +
           size + ">" + inside + "</svg>";
}

// Tricks to have a file opened that lies beside: `path` is one that is there.
std::vector<std::string> tricks(const std::string& path) {
    const std::string url = "file://" + path;
    const std::string inner = svg("<image href='" + url + "' width='9' height='9'/>");
    const std::string hidden = base64_encode(inner);
    const auto image = [&](const std::string& href) {
        return "<image x='1' y='1' width='40' height='30' " + href + "/>";
    };
    std::vector<std::string> out;
    for (const std::string& href :
         {url, path, "../" + path, "FILE://" + path, "file:" + path, "qrc:" + path, ":" + path,
          "//localhost" + path, "file://localhost" + path, "data:image/svg+xml;base64," + hidden,
          "data:image/png;base64," + hidden, "data:image/jpeg;base64," + hidden,
          "data:image/jpg;base64, " + hidden, "data:image/png;base64,\n" + hidden,
          "data:image/png;charset=utf8;base64," + hidden, "data:image/svg+xml," + inner,
          "data:;base64," + hidden}) {
        std::string quoted = href;
        for (std::size_t at = 0; (at = quoted.find_first_of("<'", at)) != std::string::npos; ++at)
            quoted.replace(at, 1, quoted[at] == '<' ? "&lt;" : "&apos;");
        out.push_back(svg(image("href='" + quoted + "'")));
        out.push_back(svg(image("xlink:href='" + quoted + "'")));
        // Without a size the renderer was asked for one before anybody looked.
        out.push_back(svg(image("xlink:href='" + quoted + "'"), ""));
    }
    for (const std::string& rest :
         {"<style>@import url(" + url + ");</style>", "<rect fill='url(" + url + "#a)'/>",
          "<use href='" + url + "#a'/>", "<use xlink:href='" + path + "'/>",
          "<font-face-src><font-face-uri xlink:href='" + url + "'/></font-face-src>",
          "<style>@font-face { src: url(" + url + ") }</style>",
          "<rect style='fill: url(&quot;" + url + "&quot;)'/>",
          "<foreignObject><img src='" + url + "'/></foreignObject>",
          "<filter id='a'><feImage href='" + url + "'/></filter>",
          "<a href='" + url + "'><rect width='3' height='3'/></a>", "<script href='" + url + "'/>",
          "<video src='" + url + "'/>"})
        out.push_back(svg(rest));
    out.push_back("<?xml version='1.0'?><!DOCTYPE svg [<!ENTITY a SYSTEM '" + url + "'>]>" +
                  svg("<text>&a;</text>"));
    out.push_back("<?xml version='1.0'?><!DOCTYPE svg SYSTEM '" + url + "'>" +
                  svg("<text>a</text>"));
    out.push_back("<?xml-stylesheet href='" + url + "'?>" + svg(""));
    out.push_back("\x89PNG\r\n\x1a\n" + inner);  // called a PNG, and an SVG behind it
    out.push_back("\xff\xd8\xff" + inner);
    out.push_back("%PDF-1.4\n1 0 obj<</Type/Catalog/OpenAction<</S/GoToR/F(" + path +
                  ")>>>>endobj\ntrailer<</Root 1 0 R>>");
    return out;
}

// What the drawer opens while it works on these bytes.
std::string opened_for(const std::string& bytes, const TempFolder& folder) {
    static int number = 0;
    const std::string log = folder.file("log" + std::to_string(++number));
    const DrawingWork work{QRectF(0, 0, 80, 60), QSize(80, 60), 1,
                           QByteArray(bytes.data(), qsizetype(bytes.size()))};
    const QByteArray input = work.to_bytes();
    const std::string in =
        folder.write("in", std::string_view(input.constData(), std::size_t(input.size())));
    const std::string command = "OVANT_OPENED='" + log + "' LD_PRELOAD='" COUNT_OPENS_PATH "' '" +
                                helper_path(drawer_program) + "' < '" + in + "' > /dev/null";
    REQUIRE(std::system(command.c_str()) != -1);
    return read_all(log);
}

}  // namespace

TEST_CASE("a drawing is told by its bytes and drawn beside the window", "[drawing]") {
    const QByteArray red = png({40, 30}, Qt::red);
    const Result<Drawing> raster = drawing_from_bytes(red);
    REQUIRE(raster);
    CHECK(raster->media_type == "image/png");
    CHECK(drawing_size_px(*raster) == QSizeF(40, 30));
    const Drawn drawn = draw(shown(*raster), Wanted());
    CHECK(drawn.image.size() == QSize(80, 60));
    CHECK(QColor(drawn.image.pixel(40, 30)) == QColor(Qt::red));
    // By the reader for each kind.
    QImage plain(40, 30, QImage::Format_RGB32);
    plain.fill(Qt::blue);
    QByteArray jpeg;
    QBuffer to(&jpeg);
    to.open(QIODevice::WriteOnly);
    plain.save(&to, "JPEG");
    const Result<Drawing> photo = drawing_from_bytes(jpeg);
    REQUIRE(photo);
    CHECK(photo->media_type == "image/jpeg");
    CHECK(drawing_size_px(*photo) == QSizeF(40, 30));
    CHECK(QColor(draw(shown(*photo), Wanted()).image.pixel(40, 30)).blue() > 240);
    const Drawing green = drawing_of(svg("<rect width='80' height='60' fill='#00ff00'/>"));
    CHECK(QColor(draw(shown(green), Wanted()).image.pixel(40, 30)) == QColor(0, 255, 0));
    // 20 mm are 75.6 pixels; a view box alone will do, and gives the side that is missing.
    CHECK(drawing_size_px(drawing_of(svg("", "width='20mm' height='1in'"))).width() ==
          Approx(75.59).epsilon(0.001));
    CHECK(drawing_size_px(drawing_of(svg("", "viewBox='0 0 300 200'"))) == QSizeF(300, 200));
    CHECK(drawing_size_px(drawing_of(svg("", "viewBox='0 0 300 200' width='150'"))) ==
          QSizeF(150, 100));
    CHECK(drawing_size_px(drawing_of(svg("", "viewBox='0 0 300 200' width='100%'"))) ==
          QSizeF(300, 200));
}

TEST_CASE("a drawing's size is a size, its numbers are numbers", "[drawing][bad-input]") {
    for (const char* side : {"nan", "inf", "-inf", "1e308", "1e309", "-5", "0", "1e7", "x", "5 5",
                             "0x10", "1e-9", "9parsec"}) {
        for (const char* box : {"", " viewBox='0 0 10 10'"}) {
            INFO(side << box);
            const std::string bytes =
                svg("", "width='" + std::string(side) + "' height='10'" + box);
            CHECK_FALSE(drawing_from_bytes(QByteArray::fromStdString(bytes)));
            CHECK(drawing_size_px(drawing_of(bytes)).isEmpty());
            CHECK(draw(shown(drawing_of(bytes)), Wanted()).image.isNull());
        }
    }
    for (const char* box :
         {"0 0 nan 5", "0 0 0 5", "0 0 1e9 5", "0 0 5", "", "a b c d", "0 0 -5 5"}) {
        INFO(box);
        CHECK_FALSE(drawing_from_bytes(
            QByteArray::fromStdString(svg("", "viewBox='" + std::string(box) + "'"))));
    }
    for (const char* inside : {"<rect width='1e308'/>", "<path d='M0 0L1e30 5'/>",
                               "<circle r='nan'/>", "<g transform='scale(inf)'/>",
                               "<g style='stroke-width:1e300'/>", "<path d='M nan 0'/>"}) {
        INFO(inside);
        CHECK_FALSE(look_at_drawing(svg(inside)));
    }
    for (const char* inside : {"<rect width='1e8' fill='#1e99ff' id='nan'/>",
                               "<path d='M0 0L1e-30 5'/>", "<g id='inf' class='1e300'/>",
                               "<text>nan 1e300</text>", "<g style='font-family:infant'/>"}) {
        INFO(inside);
        CHECK(look_at_drawing(svg(inside)));
    }
}

TEST_CASE("no trick has a file opened that lies outside a drawing", "[drawing][bad-input]") {
    const TempFolder folder;
    const QByteArray blue = png({4, 4}, Qt::blue);
    const std::string there =
        folder.write("lure.png", std::string_view(blue.constData(), std::size_t(blue.size())));
    const std::string pipe = folder.file("lure-pipe");
    REQUIRE(mkfifo(pipe.c_str(), 0600) == 0);
    std::size_t tried = 0;
    for (const std::string& path : {there, pipe}) {
        for (const std::string& trick : tricks(path)) {
            ++tried;
            INFO(trick.substr(0, 300));
            // Where it is looked at before anything draws it, and where it is drawn.
            if (const Result<Drawing> laid = drawing_from_bytes(QByteArray::fromStdString(trick)))
                CHECK(laid->media_type == "image/svg+xml");
            CHECK(opened_for(trick, folder).find("lure") == std::string::npos);
        }
    }
    CHECK(tried >= 80);
    // The log would show it.
    CHECK(opened_for(svg("<text y='20'>quay</text>"), folder).find("font") != std::string::npos);
}

TEST_CASE("a drawing that explodes is told of, and holds nothing up", "[drawing][bad-input]") {
    std::string nested =
        "<defs><pattern id='p0' width='0.01' height='0.01'><rect width='1' height='1'/></pattern>";
    for (int i = 1; i < 8; ++i)
        nested += "<pattern id='p" + std::to_string(i) +
                  "' width='0.01' height='0.01'><rect width='9' height='9' fill='url(#p" +
                  std::to_string(i - 1) + ")'/></pattern>";
    std::string stops = "<defs><linearGradient id='g'>";
    for (int i = 0; i < 150000; ++i)
        stops += "<stop offset='" + std::to_string(i / 150000.0) + "' stop-color='#00f'/>";
    std::string path = "<path d='M0 0";
    for (int i = 0; i < 400000; ++i)
        path += "L" + std::to_string(i % 60) + " " + std::to_string(i % 59);
    for (const std::string& bomb :
         {svg(nested + "</defs><rect width='80' height='60' fill='url(#p7)'/>"),
          svg(stops + "</linearGradient></defs><rect width='80' height='60' fill='url(#g)'/>"),
          svg(path + "' stroke='#000' stroke-width='3' stroke-dasharray='0.001'/>")}) {
        const Drawing drawing = drawing_of(bomb);
        const Wanted wanted;
        std::jthread late([&] {
            std::this_thread::sleep_for(std::chrono::milliseconds(300));
            wanted.stop();
        });
        const Drawn drawn = draw(shown(drawing, {800, 600}), wanted);  // ends: that is the test
        CHECK((drawn.image.isNull() || drawn.image.size() == QSize(800, 600)));
    }
}

TEST_CASE("a page is measured and drawn by the same door", "[drawing]") {
    const TempFolder folder;
    const QString path = QString::fromStdString(folder.file("page.pdf"));
    {
        QPdfWriter writer(path);
        writer.setPageSize(QPageSize(QPageSize::A4));
        QPainter(&writer).fillRect(0, 0, 20000, 20000, Qt::red);
    }
    const Result<Drawing> page =
        drawing_from_bytes(QByteArray::fromStdString(read_all(path.toStdString())));
    REQUIRE(page);
    CHECK(drawing_size_px(*page).width() == Approx(210 / 25.4 * 150).epsilon(0.01));
    CHECK(QColor(draw(shown(*page), Wanted()).image.pixel(40, 30)).red() > 200);
    for (const char* bad : {"%PDF-1.4 nothing", "%PDF-", "%PDF-1.7\n%%EOF"})
        CHECK_FALSE(drawing_from_bytes(bad));
}
