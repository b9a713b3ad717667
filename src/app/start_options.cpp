// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/start_options.h"

#include <QCommandLineParser>

#include <cstdio>

namespace ovant {
namespace {

constexpr const char* stage_names[] = {"survey", "reach", "power", "parts", "prove"};
constexpr const char* view_names[] = {
    "ways",       "compare",  "catalogue",   "together",    "bench",    "addresses",
    "port-table", "readings", "handover",    "cuts",        "work",     "offer",
    "variants",   "design",   "design-five", "design-plan", "practice", "tree",
    "assign",     "chances",  "settings",    "sheet"};

QString usage() {
    return QStringLiteral(
        "Usage: ovant [options] [site]\n"
        "Designs camera network runs: reach, power, parts and proof.\n\n"
        "  site               site file to open\n"
        "  --demo             open the demo site\n"
        "  --stage STAGE      open on this stage: survey, reach, power, parts, prove\n"
        "  --select ID        select this camera or unit\n"
        "  --view VIEW        open this view: ways, compare, catalogue, together, tree, assign,\n"
        "                     chances, settings, bench, addresses, port-table,\n"
        "                     readings, handover, cuts, work, offer, variants, design,\n"
        "                     design-five, design-plan, practice, sheet\n"
        "  --at TIME          look at this moment of the day, such as 18:12\n"
        "  --what-if WHAT     judge as if this had gone worse, such as copper-clad\n"
        "  --working WHICH    open the working of the check that decides, or of the strip\n"
        "  --dark, --light    colours; else as the desktop has them\n"
        "  --size SIZE        size of the window, such as 1280x800\n"
        "  --picture FILE     write a picture of the window and leave\n"
        "  --version          print the version\n"
        "  --help             print this\n");
}

template <std::size_t count>
bool is_one_of(const QString& word, const char* const (&names)[count]) {
    for (const char* name : names) {
        if (word == QLatin1String(name)) return true;
    }
    return false;
}

StartAnswer wrong(const QString& what) {
    return {QStringLiteral("%1. ovant --help lists what there is.\n").arg(what), 2};
}

// nullopt where the text is none.
std::optional<QSize> size_in(const QString& text) {
    constexpr int least = 100, most = 20000;
    const QStringList sides = text.split('x');
    bool width_good = false, height_good = false;
    const QSize size(sides.value(0).toInt(&width_good), sides.value(1).toInt(&height_good));
    if (sides.size() != 2 || !width_good || !height_good || size.width() < least ||
        size.height() < least || size.width() > most || size.height() > most)
        return std::nullopt;
    return size;
}

std::optional<int> time_of_day_s(const QString& text) {
    const QStringList time = text.split(':');
    bool hour_good = false, minute_good = false;
    const int hour = time.value(0).toInt(&hour_good), minute = time.value(1).toInt(&minute_good);
    if (time.size() != 2 || !hour_good || !minute_good || hour < 0 || hour > 23 || minute < 0 ||
        minute > 59)
        return std::nullopt;
    return hour * 3600 + minute * 60;
}

}  // namespace

// One option after another.
Start read_start(const QStringList& arguments, const QString& version) {
    QCommandLineParser parser;
    const QCommandLineOption help(QStringList{"h", "help"}),
        version_wanted(QStringList{"v", "version"}), demo("demo"), dark("dark"), light("light"),
        stage("stage", "", "stage"), select("select", "", "id"), picture("picture", "", "file"),
        size("size", "", "size"), working("working", "", "which"), view("view", "", "view"),
        at("at", "", "time"), what_if("what-if", "", "what");
    parser.addOptions({help, version_wanted, demo, dark, light, stage, select, picture, size,
                       working, view, at, what_if});
    Start start;
    StartOptions& out = start.options;
    const auto answer = [&](StartAnswer said) {
        start.answer = std::move(said);
        return start;
    };
    if (!parser.parse(arguments)) {
        QString what = parser.errorText();
        while (what.endsWith('.')) what.chop(1);
        return answer(wrong(what));
    }
    if (parser.isSet(help)) return answer({usage(), 0});
    if (parser.isSet(version_wanted)) return answer({"ovant " + version + "\n", 0});
    const QStringList sites = parser.positionalArguments();
    if (sites.size() > 1)
        return answer(
            wrong(QStringLiteral("One site at a time; “%1” is one too many").arg(sites[1])));
    if (!sites.isEmpty()) out.site = sites.first();
    out.demo = parser.isSet(demo);
    out.dark = parser.isSet(dark);
    out.light = parser.isSet(light);
    out.select = parser.value(select);
    out.picture = parser.value(picture);
    if (parser.isSet(stage)) {
        for (std::size_t i = 0; i < std::size(stage_names); ++i) {
            if (parser.value(stage) == QLatin1String(stage_names[i]))
                out.stage = static_cast<Stage>(i);
        }
        if (!out.stage)
            return answer(wrong(QStringLiteral("No stage “%1”").arg(parser.value(stage))));
    }
    out.view = parser.value(view);
    if (parser.isSet(view) && !is_one_of(out.view, view_names))
        return answer(wrong(QStringLiteral("No view “%1”").arg(out.view)));
    out.working = parser.value(working);
    if (parser.isSet(working) && out.working != "check" && out.working != "strip")
        return answer(wrong(QStringLiteral("No working of “%1”: check or strip").arg(out.working)));
    if (parser.isSet(size)) {
        out.size = size_in(parser.value(size));
        if (!out.size)
            return answer(
                wrong(QStringLiteral("“%1” is no size such as 1280x800").arg(parser.value(size))));
    }
    if (parser.isSet(at)) {
        out.moment_s = time_of_day_s(parser.value(at));
        if (!out.moment_s)
            return answer(wrong(
                QStringLiteral("“%1” is no time of day such as 18:12").arg(parser.value(at))));
    }
    if (parser.isSet(what_if)) {
        for (WhatIf one : all_what_ifs) {
            if (parser.value(what_if).toStdString() == id_of(one)) out.what_if = one;
        }
        if (!out.what_if)
            return answer(wrong(QStringLiteral("No what-if “%1”").arg(parser.value(what_if))));
    }
    return start;
}

}  // namespace ovant
