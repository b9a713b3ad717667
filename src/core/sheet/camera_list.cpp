// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sheet/camera_list.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <unordered_map>
#include <unordered_set>

#include "core/catalogue/usual_kinds.h"
#include "core/choose/list_site.h"
#include "core/choose/proposal.h"
#include "core/fields/field_check.h"
#include "core/look_up.h"
#include "core/site/site_fields.h"
#include "core/text.h"
#include "core/units/units.h"

namespace ovant {
namespace {

using Cells = std::vector<std::string>;

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
    Importer(const Site& site, const Catalogue& catalogue, const ListColumns& columns,
             bool only_reads)
        : catalogue_(catalogue),
          columns_(columns),
          only_reads_(only_reads),
          ids_(site),
          lengths_(site, catalogue),
          spots_(site) {
        out_.site = site;
        for (std::size_t i = 0; i < columns.columns.size(); ++i) {
            if (columns.columns[i].means) at_.emplace(*columns.columns[i].means, i);
        }
    }

    RowsAdded run(const std::vector<CsvRow>& rows, const std::function<bool(double)>& goes_on) {
        for (std::size_t i = columns_.headings ? 1 : 0; i < rows.size(); ++i) {
            row_ = i;
            if (out_.site.devices.size() + listed_.size() >= most_devices) {
                leave_out({ErrorCode::too_large, "", "more units", std::to_string(most_devices)});
                break;
            }
            take(rows[i].cells);
            const bool now = i % rows_between_news == 0 && goes_on;
            if (now && !goes_on(static_cast<double>(i) / static_cast<double>(rows.size()))) {
                out_.stopped = true;
                return std::move(out_);
            }
        }
        if (only_reads_) return std::move(out_);
        row_ = 0;
        lay_list(goes_on);
        if (out_.stopped) return std::move(out_);
        keep_cells(rows);
        write_rest(rows);
        return std::move(out_);
    }

private:
    static constexpr std::size_t rows_between_news = 200;

    // Cameras that stand on no plan: an equipment room where there is none, and their runs.
    void lay_list(const std::function<bool(double)>& goes_on) {
        if (listed_.empty()) return;
        Result<Site> room = with_room_for(std::move(out_.site), catalogue_, listed_);
        if (!room) return leave_out(room.error());
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

    // Of cameras that were taken in part.
    void keep_cells(const std::vector<CsvRow>& rows) {
        for (const RowFault& fault : out_.faults) {
            const auto at = std::find(out_.rows.begin(), out_.rows.end(), fault.row);
            if (fault.left_out || !fault.column || at == out_.rows.end()) continue;
            const std::string& id = out_.added[static_cast<std::size_t>(at - out_.rows.begin())];
            out_.cells.emplace_back(
                CellText{id, *fault.column, cell(rows[fault.row].cells, *fault.column)},
                fault.error);
        }
    }
    // What a camera has only once it hangs somewhere, cell by cell.
    void write_rest(const std::vector<CsvRow>& rows) {
        std::vector<CellText> more;
        std::vector<std::size_t> of;
        for (std::size_t i = 0; i < out_.added.size(); ++i) {
            for (const auto& [column, at] : at_) {
                const Cells& cells = rows[out_.rows[i]].cells;
                if (read_here(column) || at >= cells.size() || trimmed(cells[at]).empty()) continue;
                more.push_back({out_.added[i], column, cells[at]});
                of.push_back(out_.rows[i]);
            }
        }
        if (more.empty()) return;
        SheetEdit edit = set_cells(out_.site, catalogue_, more);
        out_.site = std::move(edit.site);
        for (CellRefused& refused : edit.refused) {
            const CellText& cell = more[refused.cell];
            out_.faults.push_back({of[refused.cell], cell.column, false, refused.error});
            out_.cells.emplace_back(cell, std::move(refused.error));
        }
        std::stable_sort(out_.faults.begin(), out_.faults.end(),
                         [](const RowFault& a, const RowFault& b) { return a.row < b.row; });
    }
    static bool read_here(SheetColumn column) {
        switch (column) {
            case SheetColumn::name:
            case SheetColumn::kind:
            case SheetColumn::length:
            case SheetColumn::watts:
            case SheetColumn::bit_rate:
            case SheetColumn::x:
            case SheetColumn::y: return true;
            default: return !is_written(column);
        }
    }

    void leave_out(Error error, std::optional<SheetColumn> column = {}) {
        out_.faults.push_back({row_, column, true, std::move(error)});
    }
    void ignore(Error error, SheetColumn column) {
        out_.faults.push_back({row_, column, false, std::move(error)});
    }

    std::string cell(const Cells& row, SheetColumn column) const {
        const auto found = at_.find(column);
        if (found == at_.end() || found->second >= row.size()) return "";
        return std::string(trimmed(row[found->second]));
    }
    UnitSystem units_of(SheetColumn column) const {
        const auto found = at_.find(column);
        const UnitSystem site = out_.site.settings.units;
        return found == at_.end() ? site : columns_.columns[found->second].units.value_or(site);
    }

    // nullopt where the cell is empty or wrong; wrong is reported.
    template <class Right>
    std::optional<double> number(const Cells& row, SheetColumn column, Unit unit,
                                 Right wrong_with) {
        const std::string text = cell(row, column);
        if (text.empty()) return std::nullopt;
        const Result<double> value = parse_quantity(text, unit, units_of(column));
        if (!value) {
            ignore({value.error().code, "", shown_value(text), value.error().detail}, column);
            return std::nullopt;
        }
        const std::optional<Error> wrong = wrong_with(*value);
        if (!wrong) return *value;
        ignore({ErrorCode::bad_value, "", shown_value(text), wrong->detail}, column);
        return std::nullopt;
    }
    // A row lives by these: the last fault, of this cell, leaves it out.
    void leaves_row_out() {
        if (!out_.faults.empty() && out_.faults.back().row == row_)
            out_.faults.back().left_out = true;
    }

    void take(const Cells& row) {
        if (std::all_of(row.begin(), row.end(), [](const auto& c) { return trimmed(c).empty(); }))
            return;
        Device camera;
        camera.camera = CameraSettings{};
        const bool listed = cell(row, SheetColumn::x).empty() && cell(row, SheetColumn::y).empty();
        if (!listed && !place(row, camera)) return;
        if (listed && cell(row, SheetColumn::length).empty())
            return leave_out({ErrorCode::missing_field, "", "length", "x and y, or length"},
                             SheetColumn::length);
        if (!kind_of(row, camera)) return;
        name_of(row, camera);
        const auto with_watts = [&](double watts) {
            return wrong_field(CameraDraw{watts, 0, 0, 0, 0});
        };
        if (const auto watts = number(row, SheetColumn::watts, Unit::watt, with_watts))
            camera.camera->draw = CameraDraw{*watts, 0, 0, 0, 0};
        const auto with_rate = [&](double mbps) {
            CameraSettings settings;
            settings.bit_rate_mbps = mbps;
            return wrong_field(settings);
        };
        camera.camera->bit_rate_mbps =
            number(row, SheetColumn::bit_rate, Unit::megabit_per_second, with_rate);
        const auto with_length = [&](double length_m) {
            return length_range.holds(length_m)
                       ? std::nullopt
                       : std::optional(Error{ErrorCode::bad_value, "", "",
                                             allowed_number("length_m", length_range, false)});
        };
        const auto length_m = number(row, SheetColumn::length, Unit::metre, with_length);
        if (listed && !length_m) return leaves_row_out();
        camera.id = ids_.end_of_run(or_nothing(catalogue_.find(camera.kind)));
        out_.added.push_back(camera.id);
        out_.rows.push_back(row_);
        if (listed) {
            camera.at = spots_.next();
            camera.stated_run_m = *length_m;
            // Nobody hangs what is made for indoors anywhere else.
            if (or_nothing(catalogue_.find(camera.kind)).rating == Surroundings::indoor)
                camera.surroundings = Surroundings::indoor;
            listed_.push_back(std::move(camera));
            return;
        }
        if (length_m && !only_reads_) connect_by_length(camera, *length_m);
        out_.site.devices.push_back(std::move(camera));
    }
    bool place(const Cells& row, Device& camera) {
        const auto with_x = [&](double x_m) {
            camera.at.x_m = to_centimetre(x_m);
            return wrong_place(camera.at);
        };
        const auto with_y = [&](double y_m) {
            camera.at.y_m = to_centimetre(y_m);
            return wrong_place(camera.at);
        };
        for (const SheetColumn column : {SheetColumn::x, SheetColumn::y}) {
            const char* axis = column == SheetColumn::x ? "x" : "y";
            if (cell(row, column).empty()) {
                leave_out({ErrorCode::missing_field, "", axis, ""}, column);
                return false;
            }
            const bool taken = column == SheetColumn::x
                                   ? number(row, column, Unit::metre, with_x).has_value()
                                   : number(row, column, Unit::metre, with_y).has_value();
            if (!taken) {
                leaves_row_out();
                return false;
            }
        }
        return true;
    }
    bool kind_of(const Cells& row, Device& camera) {
        const std::string text = cell(row, SheetColumn::kind);
        const Kind* kind = kind_of_list(catalogue_, columns_, text);
        camera.kind = text.empty() ? usual::camera : or_nothing(kind).id;
        if (!camera.kind.empty()) return true;
        leave_out({ErrorCode::unknown_kind, "", text, ""}, SheetColumn::kind);
        return false;
    }
    void name_of(const Cells& row, Device& camera) {
        camera.name = cell(row, SheetColumn::name);
        if (camera.name.size() <= most_name_letters) return;
        const auto letters = letters_in(camera.name);
        if (letters && *letters <= most_name_letters) return;
        ignore({ErrorCode::bad_value, "", shown_value(camera.name),
                allowed_text(most_name_letters, Need::no)},
               SheetColumn::name);
        camera.name.clear();
    }
    static std::optional<Error> wrong_place(Point at) {
        Place place;
        place.id = "P";
        place.at = at;
        return wrong_field(place);
    }

    void connect_by_length(const Device& camera, double length_m) {
        std::optional<Link> link = lengths_.lay(camera, length_m);
        if (!link)
            return ignore({ErrorCode::not_possible, "", camera.id, "no free port"},
                          SheetColumn::length);
        if (out_.site.links.size() >= most_links)
            return ignore({ErrorCode::too_large, "", "more cables", std::to_string(most_links)},
                          SheetColumn::length);
        link->id = ids_.link();
        out_.site.links.push_back(std::move(*link));
    }

    const Catalogue& catalogue_;
    const ListColumns& columns_;
    bool only_reads_;
    RowsAdded out_;
    std::map<SheetColumn, std::size_t> at_;
    std::size_t row_ = 0;
    Ids ids_;
    LengthLayer lengths_;
    ListSpots spots_;
    std::vector<Device> listed_;  // on no plan, each at the end of so many metres
};

}  // namespace

std::vector<RowFault> wrong_rows(const Site& site, const Catalogue& catalogue,
                                 const ListColumns& columns, const std::vector<CsvRow>& rows) {
    return Importer(site, catalogue, columns, true).run(rows, {}).faults;
}

RowsAdded take_rows(const Site& site, const Catalogue& catalogue, const ListColumns& columns,
                    const std::vector<CsvRow>& rows, const std::function<bool(double)>& goes_on) {
    return Importer(site, catalogue, columns, false).run(rows, goes_on);
}

RowsAdded add_rows(const Site& site, const Catalogue& catalogue,
                   const std::vector<SheetColumn>& columns,
                   const std::vector<std::vector<std::string>>& rows) {
    ListColumns under;
    for (const SheetColumn column : columns)
        under.columns.push_back({is_written(column) ? std::optional(column) : std::nullopt, {}});
    std::vector<CsvRow> list;
    for (std::size_t i = 0; i < rows.size(); ++i) list.push_back({i + 1, rows[i]});
    return take_rows(site, catalogue, under, list);
}

CsvImport import_cameras(const Site& site, const Catalogue& catalogue, const CsvRows& read,
                         const ListColumns& columns, const std::function<bool(double)>& goes_on) {
    CsvImport out;
    out.site = site;
    const auto at = [](std::size_t line) { return fmt::format("line {}", line); };
    const std::string lacks = lacking(columns);
    if (!lacks.empty() && (!read.rows.empty() || read.unclosed == 0)) {
        out.lines.push_back(
            {ErrorCode::missing_field, at(1), lacks, "name, x, y; or name, length"});
    } else if (!read.rows.empty()) {
        RowsAdded taken = take_rows(site, catalogue, columns, read.rows, goes_on);
        out.stopped = taken.stopped;
        if (out.stopped) return out;
        out.site = std::move(taken.site);
        out.added = std::move(taken.added);
        for (RowFault& fault : taken.faults) {
            fault.error.place = at(read.rows[fault.row].line);
            const bool of_row = fault.error.code == ErrorCode::missing_field ||
                                fault.error.code == ErrorCode::unknown_kind;
            if (fault.column && !of_row)
                fault.error.place += fmt::format(", {}", id_of(*fault.column));
            out.lines.push_back(std::move(fault.error));
        }
    }
    if (read.unclosed > 0) out.lines.push_back({ErrorCode::open_quote, at(read.unclosed), "", ""});
    return out;
}

CsvImport import_cameras(const Site& site, const Catalogue& catalogue, std::string_view csv,
                         const std::function<bool(double)>& goes_on) {
    const CsvRows read = csv_rows(as_utf_8(csv));
    return import_cameras(site, catalogue, read, list_columns(read.rows, catalogue), goes_on);
}

std::string sample_list(UnitSystem units) {
    const bool metric = units == UnitSystem::metric;
    const Cells rows[] = {
        {"name", "kind", metric ? "length (m)" : "length (ft)", "watts", "importance", "address"},
        {"Gatehouse lane", "Fixed bullet, 4 MP, 30 m infrared", metric ? "62" : "203", "", "1",
         "192.168.10.21"},
        {"Chandlery door", "Fixed dome, 4 MP, 20 m infrared", metric ? "88" : "289", "6.0", "2",
         ""},
        {"Slipway", "", metric ? "140" : "459", "", "", ""}};
    std::string out;
    for (const Cells& row : rows) {
        for (std::size_t i = 0; i < row.size(); ++i) out += (i > 0 ? "," : "") + csv_cell(row[i]);
        out += "\r\n";
    }
    return out;
}

}  // namespace ovant
