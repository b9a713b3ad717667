// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/catalogue/usual_kinds.h"
#include "core/format/camera_csv.h"

#include <csv.h>
#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <map>
#include <unordered_set>

#include "core/choose/list_site.h"
#include "core/choose/proposal.h"
#include "core/fields/field_check.h"
#include "core/look_up.h"
#include "core/site/site_fields.h"

namespace ovant {
namespace {

using Row = std::vector<std::string>;

std::string column_name(std::string text) {
    std::string out;
    for (const char c : text) {
        if (c == ' ' || c == '_' || c == '(') break;
        out += static_cast<char>(c >= 'A' && c <= 'Z' ? c - 'A' + 'a' : c);
    }
    if (out.starts_with("\xef\xbb\xbf")) out.erase(0, 3);
    static const std::map<std::string_view, const char*> also = {
        {"mb/s", "mbps"},    {"mbit/s", "mbps"},  {"rate", "mbps"},       {"camera", "name"},
        {"label", "name"},   {"type", "kind"},    {"model", "kind"},      {"w", "watts"},
        {"power", "watts"},  {"m", "length"},     {"metres", "length"},   {"meters", "length"},
        {"metre", "length"}, {"cable", "length"}, {"distance", "length"}, {"run", "length"},
        {"feet", "length"},  {"ft", "length"}};
    const auto found = also.find(out);
    return found == also.end() ? out : found->second;
}

// Every byte a letter, as old spreadsheets write them.
std::string from_latin_1(std::string_view text) {
    std::string out;
    out.reserve(text.size() + text.size() / 4);
    for (const char c : text) {
        const auto byte = static_cast<unsigned char>(c);
        if (byte >= 0x80) out += static_cast<char>(0xc0 | (byte >> 6));
        out += static_cast<char>(byte < 0x80 ? byte : 0x80 | (byte & 0x3f));
    }
    return out;
}

// The next free id of a prefix, when many are given out one after the other.
class Ids {
public:
    explicit Ids(const Site& site) {
        const auto take = [&](const auto& items) {
            for (const auto& item : items) taken_.insert(item.id);
        };
        take(site.places);
        take(site.pathways);
        take(site.existing);
        take(site.obstacles);
        take(site.devices);
        take(site.links);
    }
    std::string end_of_run(const Kind& kind) {
        return has_picture(kind) ? next("K{:02}", cameras_) : next("T{}", loads_);
    }
    std::string link() { return next("L{}", links_); }

private:
    std::string next(const char* form, int& number) {
        for (;;) {
            std::string id = fmt::format(fmt::runtime(form), ++number);
            if (taken_.insert(id).second) return id;
        }
    }
    std::unordered_set<std::string> taken_;
    int cameras_ = 0, loads_ = 0, links_ = 0;
};

class Importer {
public:
    Importer(const Site& site, const Catalogue& catalogue)
        : catalogue_(catalogue), ids_(site), lengths_(site, catalogue), spots_(site) {
        out_.site = site;
    }

    CsvImport run(std::string_view csv, const std::function<bool(double)>& goes_on) {
        const CsvRows read = csv_rows(csv);
        const std::vector<CsvRow>& rows = read.rows;
        if (rows.empty() && read.unclosed == 0)
            fail(1, {ErrorCode::missing_field, "", "name", "name, x, y; or name, length"});
        if (rows.empty()) return done(read);
        for (std::size_t i = 0; i < rows[0].cells.size(); ++i)
            columns_.emplace(column_name(rows[0].cells[i]), i);
        std::size_t first = 1;
        if (columns_.empty() || !has_known_column()) {
            columns_ = columns_by_what_stands_there(rows);
            first = 0;
        }
        const bool placed = columns_.contains("x") && columns_.contains("y");
        for (const char* needed : {"name", "length"}) {
            if (columns_.contains(needed) || (placed && needed != std::string_view("name")))
                continue;
            const bool half = columns_.contains("x") != columns_.contains("y");
            fail(rows[0].line, {ErrorCode::missing_field, "",
                                half ? (columns_.contains("x") ? "y" : "x") : needed,
                                "name, x, y; or name, length"});
            return done(read);
        }
        for (std::size_t i = first; i < rows.size(); ++i) {
            if (out_.site.devices.size() >= most_devices) {
                fail(rows[i].line,
                     {ErrorCode::too_large, "", "more units", std::to_string(most_devices)});
                break;
            }
            line(rows[i].line, rows[i].cells);
            const bool now = i % rows_between_news == 0 && goes_on;
            if (now && !goes_on(static_cast<double>(i) / static_cast<double>(rows.size()))) {
                out_.stopped = true;
                return std::move(out_);
            }
        }
        lay_list(rows[0].line, goes_on);
        return done(read);
    }

private:
    static constexpr std::size_t rows_between_news = 200;

    // Any that this reader knows by its heading.
    bool has_known_column() const {
        constexpr const char* known[] = {"name", "x", "y", "kind", "watts", "mbps", "length"};
        return std::any_of(std::begin(known), std::end(known),
                           [&](const char* column) { return columns_.contains(column); });
    }
    // Of rows without headings: the column of numbers is the length, the one of kinds the kind, the
    // first of the others the name.
    std::map<std::string, std::size_t> columns_by_what_stands_there(
        const std::vector<CsvRow>& rows) const {
        std::size_t width = 0;
        for (const CsvRow& row : rows) width = std::max(width, row.cells.size());
        std::map<std::string, std::size_t> out;
        for (std::size_t column = 0; column < width; ++column) {
            std::size_t filled = 0, numbers = 0, kinds = 0;
            for (const CsvRow& row : rows) {
                if (column >= row.cells.size() || row.cells[column].empty()) continue;
                ++filled;
                numbers +=
                    bool(parse_quantity(row.cells[column], Unit::metre, out_.site.settings.units));
                kinds += end_of_run(row.cells[column]) != nullptr;
            }
            if (filled == 0) continue;
            const char* means = 2 * kinds > filled     ? "kind"
                                : 2 * numbers > filled ? "length"
                                                       : "name";
            out.emplace(means, column);
        }
        return out;
    }
    const Kind* end_of_run(const std::string& text) const {
        return kind_named(catalogue_, text, [](const Kind& kind) { return ends_a_run(kind); });
    }

    // Cameras that stand on no plan: an equipment room where there is none, and their runs.
    void lay_list(std::size_t at, const std::function<bool(double)>& goes_on) {
        if (listed_.empty()) return;
        Result<Site> room = with_room_for(std::move(out_.site), catalogue_, listed_);
        if (!room) return fail(at, room.error());
        out_.site = std::move(*room);
        std::vector<std::string> ids;
        for (Device& camera : listed_) {
            ids.push_back(camera.id);
            out_.site.devices.push_back(std::move(camera));
        }
        out_.site = with_listed_runs(std::move(out_.site), catalogue_, ids, [&](double share) {
            out_.stopped = out_.stopped || (goes_on && !goes_on(share));
            return !out_.stopped;
        });
    }

    CsvImport done(const CsvRows& read) {
        if (read.unclosed > 0) fail(read.unclosed, {ErrorCode::open_quote, "", "", ""});
        return std::move(out_);
    }
    // The place of the error becomes its line, and the column where there is one.
    void fail(std::size_t line, Error error, const char* column = nullptr) {
        error.place = fmt::format("line {}", line);
        if (column) error.place += fmt::format(", {}", column);
        out_.lines.push_back(std::move(error));
    }

    std::string cell(const Row& row, const char* column) const {
        const auto found = columns_.find(column);
        return found == columns_.end() || found->second >= row.size() ? "" : row[found->second];
    }

    // nullopt where the cell is empty or wrong; wrong is reported.
    std::optional<double> number(std::size_t at, const Row& row, const char* column, Unit unit) {
        const std::string text = cell(row, column);
        if (text.empty()) return std::nullopt;
        const Result<double> value = parse_quantity(text, unit, out_.site.settings.units);
        if (value) return *value;
        fail(at, {value.error().code, "", shown_value(text), value.error().detail}, column);
        return std::nullopt;
    }
    // The same held to what the field of a site may hold.
    template <class Right>
    std::optional<double> number(std::size_t at, const Row& row, const char* column, Unit unit,
                                 Right wrong_with) {
        const std::optional<double> value = number(at, row, column, unit);
        if (!value) return std::nullopt;
        const std::optional<Error> wrong = wrong_with(*value);
        if (!wrong) return value;
        fail(at, {ErrorCode::bad_value, "", shown_value(cell(row, column)), wrong->detail}, column);
        return std::nullopt;
    }

    void line(std::size_t at, const Row& row) {
        if (std::all_of(row.begin(), row.end(), [](const auto& c) { return c.empty(); })) return;
        const std::size_t faults = out_.lines.size();
        Device camera;
        camera.camera = CameraSettings{};
        const auto with_x = [&](double x_m) {
            camera.at.x_m = to_centimetre(x_m);
            return wrong_place(camera.at);
        };
        const auto with_y = [&](double y_m) {
            camera.at.y_m = to_centimetre(y_m);
            return wrong_place(camera.at);
        };
        const bool has_x = number(at, row, "x", Unit::metre, with_x).has_value();
        const bool has_y = has_x && number(at, row, "y", Unit::metre, with_y).has_value();
        const bool listed = cell(row, "x").empty() && cell(row, "y").empty();
        if (!listed && (!has_x || !has_y)) {
            if (out_.lines.size() == faults)
                fail(at, {ErrorCode::missing_field, "", has_x ? "y" : "x", ""});
            return;
        }
        if (listed && cell(row, "length").empty())
            return fail(at, {ErrorCode::missing_field, "", "length", "x and y, or length"});
        const std::string kind = cell(row, "kind");
        camera.kind = kind.empty() ? usual::camera : or_nothing(end_of_run(kind)).id;
        if (camera.kind.empty())
            return fail(at, {ErrorCode::unknown_kind, "", shown_value(kind), ""});
        camera.name = cell(row, "name");
        if (camera.name.size() > most_name_letters) {
            const auto letters = letters_in(camera.name);
            if (!letters || *letters > most_name_letters) {
                fail(at,
                     {ErrorCode::bad_value, "", shown_value(camera.name),
                      allowed_text(most_name_letters, Need::no)},
                     "name");
                camera.name.clear();
            }
        }
        const auto with_watts = [&](double watts) {
            return wrong_field(CameraDraw{watts, 0, 0, 0, 0});
        };
        if (const auto watts = number(at, row, "watts", Unit::watt, with_watts))
            camera.camera->draw = CameraDraw{*watts, 0, 0, 0, 0};
        const auto with_rate = [&](double mbps) {
            CameraSettings settings;
            settings.bit_rate_mbps = mbps;
            return wrong_field(settings);
        };
        camera.camera->bit_rate_mbps = number(at, row, "mbps", Unit::megabit_per_second, with_rate);
        camera.id = ids_.end_of_run(or_nothing(catalogue_.find(camera.kind)));
        const auto with_length = [&](double length_m) {
            return length_range.holds(length_m)
                       ? std::nullopt
                       : std::optional(Error{ErrorCode::bad_value, "", "",
                                             allowed_number("length_m", length_range, false)});
        };
        const auto length_m = number(at, row, "length", Unit::metre, with_length);
        if (listed) {
            if (!length_m) return;
            camera.at = spots_.next();
            camera.stated_run_m = *length_m;
            // Nobody hangs what is made for indoors anywhere else.
            if (or_nothing(catalogue_.find(camera.kind)).rating == Surroundings::indoor)
                camera.surroundings = Surroundings::indoor;
            out_.added.push_back(camera.id);
            out_.added_lines.push_back(at);
            listed_.push_back(std::move(camera));
            return;
        }
        if (length_m) connect_by_length(at, camera, *length_m);
        out_.added.push_back(camera.id);
        out_.added_lines.push_back(at);
        out_.site.devices.push_back(std::move(camera));
    }
    static std::optional<Error> wrong_place(Point at) {
        Place place;
        place.id = "P";
        place.at = at;
        return wrong_field(place);
    }

    void connect_by_length(std::size_t at, const Device& camera, double length_m) {
        std::optional<Link> link = lengths_.lay(camera, length_m);
        if (!link) return fail(at, {ErrorCode::not_possible, "", camera.id, "no free port"});
        if (out_.site.links.size() >= most_links)
            return fail(at, {ErrorCode::too_large, "", "more cables", std::to_string(most_links)});
        link->id = ids_.link();
        out_.site.links.push_back(std::move(*link));
    }

    const Catalogue& catalogue_;
    CsvImport out_;
    std::map<std::string, std::size_t> columns_;
    Ids ids_;
    LengthLayer lengths_;
    ListSpots spots_;
    std::vector<Device> listed_;  // on no plan, each at the end of so many metres
};

}  // namespace

CsvRows csv_rows(std::string_view text) {
    struct State {
        CsvRows out;
        Row row;
        std::size_t line = 0, begins = 1;
        bool ended = true;  // no row is open
    } state;
    csv_parser parser;
    csv_init(&parser, CSV_APPEND_NULL);
    const std::string_view head = text.substr(0, text.find('\n'));
    const auto in_head = [&](char c) { return std::count(head.begin(), head.end(), c); };
    if (in_head(';') > in_head(',')) csv_set_delim(&parser, ';');
    // As a spreadsheet copies its cells.
    if (in_head('\t') > 0) csv_set_delim(&parser, '\t');
    const auto on_field = [](void* field, std::size_t size, void* data) {
        static_cast<State*>(data)->row.emplace_back(static_cast<const char*>(field), size);
    };
    const auto on_row = [](int, void* data) {
        auto* s = static_cast<State*>(data);
        s->out.rows.push_back({s->begins, std::move(s->row)});
        s->row.clear();
        s->ended = true;
    };
    // Line by line, so that a row knows where in the file it begins.
    for (std::size_t from = 0; from < text.size();) {
        const std::size_t end = std::min(text.find('\n', from), text.size() - 1) + 1;
        ++state.line;
        if (state.ended) state.begins = state.line;
        const std::string_view line = text.substr(from, end - from);
        const bool blank = line.find_first_not_of(" \t\r\n") == std::string_view::npos;
        if (!blank) state.ended = false;
        csv_parse(&parser, line.data(), line.size(), on_field, on_row, &state);
        if (blank && !parser.quoted) state.ended = true;
        from = end;
    }
    constexpr int inside_field = 2;  // libcsv's FIELD_BEGUN
    if (parser.quoted && parser.pstate == inside_field)
        state.out.unclosed = state.begins;
    else
        csv_fini(&parser, on_field, on_row, &state);
    csv_free(&parser);
    return std::move(state.out);
}

CsvImport import_cameras(const Site& site, const Catalogue& catalogue, std::string_view csv,
                         const std::function<bool(double)>& goes_on) {
    if (letters_in(csv)) return Importer(site, catalogue).run(csv, goes_on);
    return Importer(site, catalogue).run(from_latin_1(csv), goes_on);
}

namespace {

// A spreadsheet takes it for a formula, or for what goes on in another cell: blanks before it are
// passed over there.
bool looks_like_a_formula(std::string_view text) {
    if (!text.empty() && std::string_view("\t\r\n").find(text.front()) != std::string_view::npos)
        return true;
    constexpr std::string_view blanks[] = {" ",      "\t",     "\r",     "\n",     "\v",    "\f",
                                           "\u00a0", "\u2007", "\u202f", "\u3000", "\ufeff"};
    for (bool again = true; again;) {
        again = false;
        for (std::string_view blank : blanks) {
            if (!text.starts_with(blank)) continue;
            text.remove_prefix(blank.size());
            again = true;
        }
    }
    // The wide forms that some of them read as well.
    for (std::string_view sign : {"=", "+", "-", "@", "\uff1d", "\uff0b", "\uff0d", "\uff20"}) {
        if (text.starts_with(sign)) return true;
    }
    return false;
}

}  // namespace

std::string csv_cell(std::string_view text) {
    std::string safe = looks_like_a_formula(text) ? "'" : "";
    safe += text;
    std::string quoted(2 * safe.size() + 2, '\0');
    quoted.resize(csv_write(quoted.data(), quoted.size(), safe.data(), safe.size()));
    return quoted;
}

std::string_view without_cover(std::string_view cell) {
    return cell.starts_with('\'') && looks_like_a_formula(cell.substr(1)) ? cell.substr(1) : cell;
}

}  // namespace ovant
