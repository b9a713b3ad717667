// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/camera_csv.h"

#include <csv.h>
#include <fmt/format.h>

#include <algorithm>
#include <map>

#include "core/choose/proposal.h"
#include "core/site/edits.h"

namespace ovant {
namespace {

using Row = std::vector<std::string>;

std::string column_name(std::string text) {
    std::string out;
    for (const char c : text) {
        if (c == ' ' || c == '_' || c == '(') break;
        out += static_cast<char>(c >= 'A' && c <= 'Z' ? c - 'A' + 'a' : c);
    }
    if (out == "mb/s") out = "mbps";
    if (out.starts_with("\xef\xbb\xbf")) out.erase(0, 3);
    return out;
}

class Importer {
public:
    Importer(const Site& site, const Catalogue& catalogue) : catalogue_(catalogue) {
        out_.site = site;
    }

    CsvImport run(std::string_view csv) {
        const std::vector<Row> rows = csv_rows(csv);
        if (rows.empty()) {
            fail(1, ErrorCode::missing_field, "name", "name, x, y");
            return std::move(out_);
        }
        for (std::size_t i = 0; i < rows[0].size(); ++i) columns_[column_name(rows[0][i])] = i;
        for (const char* needed : {"name", "x", "y"}) {
            if (columns_.contains(needed)) continue;
            fail(1, ErrorCode::missing_field, needed, "name, x, y");
            return std::move(out_);
        }
        for (std::size_t i = 1; i < rows.size(); ++i) line(i + 1, rows[i]);
        return std::move(out_);
    }

private:
    void fail(std::size_t line, ErrorCode code, std::string subject, std::string detail,
              const char* column = nullptr) {
        std::string place = fmt::format("line {}", line);
        if (column) place += fmt::format(", {}", column);
        out_.lines.push_back({code, std::move(place), std::move(subject), std::move(detail)});
    }

    std::string cell(const Row& row, const char* column) const {
        const auto found = columns_.find(column);
        return found == columns_.end() || found->second >= row.size() ? "" : row[found->second];
    }

    // nullopt where the cell is empty or wrong; wrong is reported.
    std::optional<double> number(std::size_t at, const Row& row, const char* column, Unit unit,
                                 double least, double most) {
        const std::string text = cell(row, column);
        if (text.empty()) return std::nullopt;
        const Result<double> value = parse_quantity(text, unit, out_.site.settings.units);
        if (!value) {
            fail(at, value.error().code, text, value.error().detail, column);
            return std::nullopt;
        }
        if (*value < least || *value > most) {
            fail(at, ErrorCode::out_of_range, text, fmt::format("{:g} to {:g}", least, most),
                 column);
            return std::nullopt;
        }
        return *value;
    }

    void line(std::size_t at, const Row& row) {
        if (std::all_of(row.begin(), row.end(), [](const auto& c) { return c.empty(); })) return;
        const std::size_t faults = out_.lines.size();
        const auto x_m = number(at, row, "x", Unit::metre, -1e6, 1e6);
        const auto y_m = number(at, row, "y", Unit::metre, -1e6, 1e6);
        if (!x_m || !y_m) {
            if (out_.lines.size() == faults)
                fail(at, ErrorCode::missing_field, x_m ? "y" : "x", "");
            return;
        }
        std::string kind = cell(row, "kind");
        if (kind.empty()) kind = "cam-fixed-4mp";
        const Kind* found = catalogue_.find(kind);
        if (!found || !found->camera) {
            fail(at, ErrorCode::unknown_kind, kind, "");
            return;
        }
        Result<Added> added =
            add_device(out_.site, catalogue_, kind, {*x_m, *y_m}, cell(row, "name"));
        if (!added) {
            fail(at, added.error().code, added.error().subject, added.error().detail);
            return;
        }
        out_.site = std::move(added->site);
        out_.added.push_back(added->id);
        Device& camera = *find_device(out_.site, added->id);
        if (const auto watts = number(at, row, "watts", Unit::watt, 0, 1000)) {
            camera.camera->draw = CameraDraw{*watts, 0, 0, 0, 0};
        }
        camera.camera->bit_rate_mbps = number(at, row, "mbps", Unit::megabit_per_second, 0, 10000);
        if (const auto length_m = number(at, row, "length", Unit::metre, 0, 1e5)) {
            connect_by_length(at, added->id, *length_m);
        }
    }

    void connect_by_length(std::size_t at, const std::string& camera, double length_m) {
        auto change = one_length(out_.site, catalogue_, camera, length_m);
        if (!change) {
            fail(at, ErrorCode::not_possible, camera, "no free port");
            return;
        }
        out_.site = with_change(std::move(out_.site), *change);
    }

    const Catalogue& catalogue_;
    CsvImport out_;
    std::map<std::string, std::size_t> columns_;
};

}  // namespace

std::vector<std::vector<std::string>> csv_rows(std::string_view text) {
    struct State {
        std::vector<Row> rows;
        Row row;
    } state;
    csv_parser parser;
    csv_init(&parser, CSV_APPEND_NULL);
    const std::string_view head = text.substr(0, text.find('\n'));
    if (std::count(head.begin(), head.end(), ';') > std::count(head.begin(), head.end(), ',')) {
        csv_set_delim(&parser, ';');
    }
    const auto on_field = [](void* field, std::size_t size, void* data) {
        static_cast<State*>(data)->row.emplace_back(static_cast<const char*>(field), size);
    };
    const auto on_row = [](int, void* data) {
        auto* s = static_cast<State*>(data);
        s->rows.push_back(std::move(s->row));
        s->row.clear();
    };
    csv_parse(&parser, text.data(), text.size(), on_field, on_row, &state);
    csv_fini(&parser, on_field, on_row, &state);
    csv_free(&parser);
    return std::move(state.rows);
}

CsvImport import_cameras(const Site& site, const Catalogue& catalogue, std::string_view csv) {
    return Importer(site, catalogue).run(csv);
}

std::string csv_cell(std::string_view text) {
    std::string safe;
    if (!text.empty() &&
        std::string_view("=+-@\t\r").find(text.front()) != std::string_view::npos) {
        safe = "'";
    }
    safe += text;
    std::string quoted(2 * safe.size() + 2, '\0');
    quoted.resize(csv_write(quoted.data(), quoted.size(), safe.data(), safe.size()));
    return quoted;
}

}  // namespace ovant
