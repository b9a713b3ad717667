// SPDX-License-Identifier: GPL-3.0-or-later
// Drawings from strangers: what stays inside is shown, what reaches out is refused.
#include <catch2/catch.hpp>

#include "core/format/svg_check.h"
#include "phrase/error_text.h"

using namespace ovant;

namespace {

std::string svg(const std::string& inside) {
    return "<svg xmlns='http://www.w3.org/2000/svg' "
           "xmlns:xlink='http://www.w3.org/1999/xlink' width='9' height='9'>" +
           inside + "</svg>";
}

}  // namespace

TEST_CASE("a drawing that keeps to itself is taken", "[svg]") {
    for (const char* inside : {"", "<rect width='4' height='4' style='fill: url(#grain)'/>",
                               "<defs><linearGradient id='grain'/></defs><use href='#grain'/>",
                               "<image href='data:image/png;base64,iVBORw0KGgo='/>",
                               "<image xlink:href=' data:image/JPEG;base64,/9j/'/>",
                               "<text>see file:///etc/passwd and http://example.com</text>",
                               "<style>rect { fill: red }</style><rect fill=\"url('#a')\"/>",
                               "<!-- href='http://example.com/' --><title>C:\\plans\\quay</title>",
                               "<path d='M0 0' id='C:\\x'/>"}) {
        INFO(inside);
        CHECK(check_svg(svg(inside)));
    }
    CHECK(
        check_svg("<?xml version='1.0'?><!DOCTYPE svg PUBLIC '-//W3C//DTD SVG 1.1//EN' "
                  "'http://www.w3.org/Graphics/SVG/1.1/DTD/svg11.dtd'>" +
                  svg("")));
}

TEST_CASE("a drawing that reaches outside is refused, however it is written", "[svg][bad-input]") {
    for (const char* inside : {"<image href='http://example.com/a.png'/>",
                               "<image href='https://example.com/a.png'/>",
                               "<image href=\"/etc/passwd\"/>",
                               "<image href = 'secret.png'/>",
                               "<image xlink:href='../a.png'/>",
                               "<image href='&#47;etc/passwd'/>",
                               "<image href='&#x66;ile:///etc/passwd'/>",
                               "<image href='\n  plan.png'/>",
                               "<image HREF='plan.png'/>",
                               "<image href='file|ls'/>",
                               "<image src='a.png'/>",
                               "<image href='//example.com/a.png'/>",
                               "<image href='\\\\server\\a.png'/>",
                               "<image href='data:image/svg+xml;base64,PHN2Zy8+'/>",
                               "<image href='data:image/svg+xml,%3Csvg/%3E'/>",
                               "<image href='data:text/html,x'/>",
                               "<image href='data:image/png,raw'/>",
                               "<use href='other.svg#a'/>",
                               "<rect fill='url(other.svg#a)'/>",
                               "<rect style='fill: URL( \"other.svg\" )'/>",
                               "<rect style='fill: u\\72l(other.svg)'/>",
                               "<style>@import 'other.css';</style>",
                               "<style><![CDATA[rect { fill: url(http://example.com) }]]></style>",
                               "<style>r{fill:ur\\6c(x)}</style>",
                               "<g xml:base='http://example.com/'/>",
                               "<?xml-stylesheet href='a.css'?>",
                               "<a:image xmlns:a='x' a:href='y.png'/>"}) {
        INFO(inside);
        const Result<SvgSize> checked = check_svg(svg(inside));
        REQUIRE_FALSE(checked);
        CHECK(checked.error().code == ErrorCode::refers_outside);
        CHECK(sentence(checked.error()).find("outside itself") != std::string::npos);
    }
    const Result<SvgSize> entity = check_svg(
        "<!DOCTYPE svg [<!ENTITY x SYSTEM 'file:///etc/passwd'>]>" + svg("<text>&x;</text>"));
    REQUIRE_FALSE(entity);
    CHECK(entity.error().code == ErrorCode::refers_outside);
}

TEST_CASE("a drawing is bounded in parts and depth", "[svg][bad-input]") {
    const auto code = [](const std::string& text) {
        const Result<SvgSize> checked = check_svg(text);
        return checked ? std::string("taken") : sentence(checked.error());
    };
    std::string many, deep, laughs = "<g id='a0'><rect/></g>";
    for (int i = 0; i < 200'010; ++i) many += "<g/>";
    CHECK(code(svg(many)).find("more parts") != std::string::npos);
    for (int i = 0; i < 99; ++i) deep += "<g>";
    CHECK(code(svg(deep + std::string("<g/>") +
                   [] {
                       std::string close;
                       for (int i = 0; i < 99; ++i) close += "</g>";
                       return close;
                   }()))
              .find("more levels") != std::string::npos);
    // Each part draws the one before it ten times.
    for (int i = 1; i <= 9; ++i) {
        laughs += "<g id='a" + std::to_string(i) + "'>";
        for (int k = 0; k < 10; ++k) laughs += "<use href='#a" + std::to_string(i - 1) + "'/>";
        laughs += "</g>";
    }
    CHECK(code(svg(laughs)).find("more parts") != std::string::npos);
    CHECK(code(svg("<g id='a'><use href='#b'/></g><g id='b'><use href='#a'/></g>"
                   "<use href='#a'/>"))
              .find("more parts") != std::string::npos);
    CHECK(code(svg("<g id='a'><use href='#a'/></g>")).find("more parts") != std::string::npos);
    CHECK(code(svg("<g id='a'><rect/></g><use href='#a'/><use href='#a'/>")) == "taken");
    CHECK(code("<html/>").find("is not an SVG") != std::string::npos);
    CHECK(code("").find("damaged") != std::string::npos);
    CHECK(code("<svg><g></svg>").find("line 1") != std::string::npos);
}
