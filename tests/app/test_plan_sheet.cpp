// SPDX-License-Identifier: GPL-3.0-or-later
// The plan on paper: to scale, on every paper, as every kind of file.
#include <poppler-qt6.h>

#include "app/plan/plan_sheet.h"
#include "app/plan/plan_sheet_dialog.h"
#include "app/theme/theme.h"
#include "core/edits/edits.h"
#include "driver.h"
#include "support/sites.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

constexpr double dots_an_inch = 300, dots_a_mm = dots_an_inch / 25.4;

QImage printed(const std::string& pdf, QSizeF* size_mm = nullptr) {
    const auto document = Poppler::Document::loadFromData(QByteArray::fromStdString(pdf));
    REQUIRE(document);
    REQUIRE(document->numPages() == 1);
    const auto page = document->page(0);
    if (size_mm) *size_mm = page->pageSizeF() * 25.4 / 72;
    return page->renderToImage(dots_an_inch, dots_an_inch);
}

// The middle of all that is of the colour of what fails, in one half of the page.
QPointF middle_of_failing(const QImage& page, bool left_half) {
    const QColor red = theme_for(false).fails;
    double x_sum = 0, y_sum = 0, count = 0;
    const int from = left_half ? 0 : page.width() / 2;
    for (int y = 0; y < page.height() * 4 / 5; ++y) {
        for (int x = from; x < from + page.width() / 2; ++x) {
            const QColor at = page.pixelColor(x, y);
            if (std::abs(at.red() - red.red()) + std::abs(at.green() - red.green()) +
                    std::abs(at.blue() - red.blue()) >
                40)
                continue;
            x_sum += x;
            y_sum += y;
            ++count;
        }
    }
    REQUIRE(count > 50);
    return {x_sum / count, y_sum / count};
}

}  // namespace

TEST_CASE("the plan is on paper to scale", "[sheet]") {
    // Two cameras whose mark is that of a failing run, so many metres apart.
    Driver d;
    d.window().open_site(site_with_run({.lengths_m = {400}}));
    Site twice = d.document().committed();
    Device copy = *find_device(twice, "K01");
    copy.id = "K02";
    twice.devices.push_back(copy);
    Link cable = twice.links.front();
    cable.id = "L9";
    for (LinkEnd* end : {&cable.a, &cable.b}) {
        if (end->device == "K01") end->device = "K02";
        if (end->device == "SW1") end->port = "2";
    }
    twice.links.push_back(cable);
    twice = *move_object(twice, "K01", {0, 60});
    twice = *move_object(twice, "K02", {90, 60});
    twice = *move_object(twice, "SW1", {45, 20});
    d.window().open_site(twice);
    REQUIRE(d.verdict_of("K01") == Verdict::fails);
    REQUIRE(d.verdict_of("K02") == Verdict::fails);
    for (const auto paper : {QPageSize::A4, QPageSize::A3, QPageSize::Letter}) {
        const PlanSheet sheet{paper, QRectF(-10, -10, 110, 90), SheetFormat::pdf};
        const SheetScale scale = sheet_scale(sheet);
        QSizeF size_mm;
        const QImage page = printed(plan_on_paper(d.document(), d.window(), sheet), &size_mm);
        CHECK(std::max(size_mm.width(), size_mm.height()) ==
              Approx(std::max(QPageSize(paper).size(QPageSize::Millimeter).width(),
                              QPageSize(paper).size(QPageSize::Millimeter).height()))
                  .margin(0.6));
        const QPointF apart = middle_of_failing(page, false) - middle_of_failing(page, true);
        CHECK(apart.x() / dots_a_mm == Approx(90 * 1000.0 / scale.one_to).margin(0.2));
        CHECK(std::abs(apart.y() / dots_a_mm) < 0.2);
    }
}

TEST_CASE("the scale is the largest usual one at which all is on the paper", "[sheet]") {
    const auto one_to = [](double wide_m, double high_m, QPageSize::PageSizeId paper) {
        return sheet_scale({paper, QRectF(0, 0, wide_m, high_m), SheetFormat::pdf}).one_to;
    };
    // A4 across has 277 mm by 170 mm beside the title block.
    CHECK(one_to(27.69, 10, QPageSize::A4) == 100);
    CHECK(one_to(27.71, 10, QPageSize::A4) == 200);
    CHECK(one_to(10, 25.69, QPageSize::A4) == 100);  // upright
    CHECK(sheet_scale({QPageSize::A4, QRectF(0, 0, 10, 25), {}}).orientation ==
          QPageLayout::Portrait);
    CHECK(one_to(500, 300, QPageSize::A0) < one_to(500, 300, QPageSize::A4));
    CHECK(one_to(0, 0, QPageSize::A4) == 20);
    CHECK(one_to(1e6, 1e6, QPageSize::A4) > 1'000'000);
}

TEST_CASE("the plan is saved from its dialog as each kind of file", "[sheet][files]") {
    const TempFolder folder;
    Driver d;
    d.window().open_demo();
    const QString path = QString::fromStdString(folder.file("plan.pdf"));
    Prompts prompts;
    prompts.save_path = [&](QWidget*, const FileWanted&) { return path; };
    PlanSheetDialog dialog(d.document(), prompts, d.plan()->whole_area_m(), d.plan()->seen_area_m(),
                           &d.window());
    auto* format = dialog.findChild<QComboBox*>("sheetFormat");
    auto* paper = dialog.findChild<QComboBox*>("sheetPaper");
    CHECK(dialog.findChild<QLabel*>("sheetScale")->text().startsWith("1:"));
    for (const char* kind : {"PDF", "SVG", "PNG"}) {
        format->setCurrentText(kind);
        paper->setCurrentText(kind == std::string("PNG") ? "A3" : "A4");
        const std::string bytes = plan_on_paper(d.document(), d.window(), dialog.sheet());
        INFO(kind);
        if (kind == std::string("PDF")) {
            const auto pdf = Poppler::Document::loadFromData(QByteArray::fromStdString(bytes));
            REQUIRE(pdf);
            const QString text = pdf->page(0)->text({});
            CHECK(text.contains("Marram Quay"));
            CHECK(text.contains("K14"));
            CHECK(text.contains("on A4"));
            CHECK(text.contains("fails"));
        } else if (kind == std::string("SVG")) {
            CHECK(bytes.find("<svg") != std::string::npos);
            CHECK(bytes.find("Marram Quay") != std::string::npos);
        } else {
            QImage image;
            REQUIRE(image.loadFromData(QByteArray::fromStdString(bytes)));
            CHECK(image.width() > 3000);
            CHECK(std::abs(image.dotsPerMeterX() - 192 / 0.0254) < 2);
        }
    }
    format->setCurrentText("PDF");
    dialog.findChild<QDialogButtonBox*>()->button(QDialogButtonBox::Save)->click();
    CHECK(QFileInfo(path).size() > 10000);
    CHECK(dialog.result() == QDialog::Accepted);
}
