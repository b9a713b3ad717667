// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sheet/sheet.h"

#include <fmt/format.h>

#include <algorithm>
#include <charconv>
#include <memory>
#include <unordered_map>

#include "core/catalogue/usual_kinds.h"
#include "core/edits/edits.h"
#include "core/fields/field_check.h"
#include "core/format/site_json.h"
#include "core/look_up.h"
#include "core/site/site_fields.h"
#include "core/text.h"
#include "core/units/units.h"

namespace ovant {
namespace {

// Fields of the camera go first, then the plugs, then what lies along the run as it is plugged.
int order_of(SheetColumn column) {
    return column == SheetColumn::port                                     ? 1
           : column == SheetColumn::cable || column == SheetColumn::length ? 2
                                                                           : 0;
}

class CellWriter {
public:
    CellWriter(const Site& site, const Catalogue& catalogue) : catalogue_(catalogue), site_(site) {
        for (std::size_t i = 0; i < site_.devices.size(); ++i) at_.emplace(site_.devices[i].id, i);
    }
    std::optional<Error> write(const CellText& cell) {
        const auto found = at_.find(cell.run);
        if (found == at_.end()) return Error{ErrorCode::no_such_object, "", cell.run, ""};
        const std::string text(trimmed(cell.text));
        switch (order_of(cell.column)) {
            case 0: return write_field(site_.devices[found->second], cell.column, text);
            case 1: return write_port(cell.run, text);
            default: return write_along(site_.devices[found->second], cell.column, text);
        }
    }
    // Runs are walked anew once plugs have moved.
    void plugs_moved() { net_.reset(); }
    Site take() { return std::move(site_); }

private:
    const Network& network() {
        if (!net_) {
            net_ = std::make_unique<Network>(lay_out(site_, catalogue_));
            for (CameraNumber number : net_->cameras.numbers())
                runs_[net_->device(net_->cameras[number]).id] = number;
        }
        return *net_;
    }
    const Run* run_of(const std::string& id) {
        const Network& net = network();
        const auto found = runs_.find(id);
        return found == runs_.end() ? nullptr : &net.runs[found->second];
    }

    std::optional<Error> write_field(Device& device, SheetColumn column, const std::string& text) {
        Device changed = device;
        if (!changed.camera) changed.camera = CameraSettings{};
        OnNetwork own = or_nothing(changed.on_network);
        std::optional<Error> wrong;
        switch (column) {
            case SheetColumn::name: changed.name = text; break;
            case SheetColumn::kind: wrong = write_kind(changed, text); break;
            case SheetColumn::watts:
                wrong = quantity(text, Unit::watt, [&](std::optional<double> watts) {
                    changed.camera->draw.reset();
                    if (watts) changed.camera->draw = CameraDraw{*watts, 0, 0, 0, 0};
                });
                break;
            case SheetColumn::bit_rate:
                wrong = quantity(text, Unit::megabit_per_second, [&](std::optional<double> mbps) {
                    changed.camera->bit_rate_mbps = mbps;
                });
                break;
            case SheetColumn::importance:
                wrong = whole(text, 2, [&](int value) { changed.camera->importance = value; });
                break;
            case SheetColumn::surroundings: wrong = write_surroundings(changed, text); break;
            case SheetColumn::x: wrong = write_place(changed, changed.at.x_m, text); break;
            case SheetColumn::y: wrong = write_place(changed, changed.at.y_m, text); break;
            case SheetColumn::address: own.address = text; break;
            case SheetColumn::channel:
                wrong = whole(text, 0, [&](int value) { own.recorder_channel = value; });
                break;
            default: return Error{ErrorCode::not_possible, "", device.id, "nothing to write"};
        }
        if (wrong) return wrong;
        if (changed.on_network || !(own == OnNetwork{})) changed.on_network = own;
        if (std::optional<Error> bad = wrong_field(changed)) {
            bad->place.clear();
            return bad;
        }
        if (column == SheetColumn::kind) {
            std::swap(device, changed);
            if (std::optional<Error> plug = wrong_plug_of(device.id)) {
                std::swap(device, changed);
                return plug;
            }
            net_.reset();
            return std::nullopt;
        }
        device = std::move(changed);
        return std::nullopt;
    }

    std::optional<Error> write_kind(Device& device, const std::string& text) {
        const Kind* kind =
            kind_named(catalogue_, text, [](const Kind& one) { return ends_a_run(one); });
        if (!kind) return Error{ErrorCode::unknown_kind, "", text, ""};
        if (device.kind == kind->id) return std::nullopt;
        device.kind = kind->id;
        device.camera->draw.reset();
        return std::nullopt;
    }
    std::optional<Error> wrong_plug_of(const std::string& id) {
        for (const Link& link : site_.links) {
            for (const LinkEnd* end : {&link.a, &link.b}) {
                if (end->device != id) continue;
                const Device& device = site_.devices[at_.at(id)];
                const PortKind* port =
                    find_port(or_nothing(catalogue_.find(device.kind)), end->port);
                if (!port) return Error{ErrorCode::unknown_port, "", id + "." + end->port, ""};
                const CableFacts* cable = cable_facts(catalogue_, link.cable);
                if (cable && cable->medium != port->medium)
                    return Error{ErrorCode::wrong_medium, "", id + "." + end->port, link.cable};
            }
        }
        return std::nullopt;
    }

    std::optional<Error> write_place(const Device& device, double& along_m,
                                     const std::string& text) {
        if (device.stated_run_m > 0)
            return Error{ErrorCode::not_possible, "", device.id, "it stands on no plan"};
        if (text.empty()) return Error{ErrorCode::missing_field, "", "x and y", ""};
        return quantity(text, Unit::metre,
                        [&](std::optional<double> metres) { along_m = to_centimetre(*metres); });
    }
    static std::optional<Error> write_surroundings(Device& device, const std::string& text) {
        constexpr std::pair<std::string_view, Surroundings> words[] = {
            {"indoor", Surroundings::indoor},
            {"inside", Surroundings::indoor},
            {"outdoor", Surroundings::outdoor},
            {"outside", Surroundings::outdoor},
            {"wet", Surroundings::wet}};
        const std::string small = lowered(text);
        device.surroundings.reset();
        if (text.empty()) return std::nullopt;
        for (const auto& [word, surroundings] : words)
            if (small.starts_with(word)) device.surroundings = surroundings;
        if (device.surroundings) return std::nullopt;
        return Error{ErrorCode::bad_value, "", text, "indoors, outdoors, wet"};
    }
    template <class Take>
    std::optional<Error> quantity(const std::string& text, Unit unit, Take take) {
        if (text.empty()) {
            take(std::optional<double>());
            return std::nullopt;
        }
        const Result<double> value = parse_quantity(text, unit, site_.settings.units);
        if (!value) return value.error();
        take(std::optional<double>(*value));
        return std::nullopt;
    }
    template <class Take>
    static std::optional<Error> whole(const std::string& text, int usual, Take take) {
        int value = usual;
        const char* end = text.data() + text.size();
        if (!text.empty()) {
            const auto read = std::from_chars(text.data(), end, value);
            if (read.ec != std::errc() || read.ptr != end)
                return Error{ErrorCode::bad_number, "", text, ""};
        }
        take(value);
        return std::nullopt;
    }

    std::optional<Error> write_port(const std::string& id, const std::string& text) {
        const Run* run = run_of(id);
        if (!run) return Error{ErrorCode::no_such_object, "", id, ""};
        const Network& net = network();
        std::string link_id, now;
        if (!run->links.empty()) {
            const std::size_t by = hangs_by(net, *run);
            const PortAt out = run->outs[by];
            link_id = net.links[run->links[by]].link->id;
            now = net.device(out.device).id + "." + net.port(out).id;
        }
        if (text == now) return std::nullopt;
        if (text.empty()) return take(remove_object(site_, catalogue_, link_id));
        const std::size_t dot = text.rfind('.');
        const std::string unit = text.substr(0, dot);
        const std::string port = dot == std::string::npos ? "" : text.substr(dot + 1);
        const Device* device = find_device(site_, unit);
        if (!device || !find_port(or_nothing(catalogue_.find(device->kind)), port))
            return Error{ErrorCode::unknown_port, "", text, ""};
        if (!now.empty()) {
            const std::size_t was = now.rfind('.');
            const std::string was_unit = now.substr(0, was), was_port = now.substr(was + 1);
            return take(move_plug(site_, catalogue_, {was_unit, was_port}, {unit, port}));
        }
        return connect_to(id, {unit, port});
    }
    // One length of the usual cable; as long as was stated where the run stands on no plan.
    std::optional<Error> connect_to(const std::string& id, PortId port) {
        const Device& device = site_.devices[at_.at(id)];
        const Kind& kind = or_nothing(catalogue_.find(device.kind));
        const auto data =
            std::find_if(kind.ports.begin(), kind.ports.end(),
                         [](const PortKind& one) { return one.medium == Medium::twisted_pair; });
        if (data == kind.ports.end())
            return Error{ErrorCode::not_possible, "", id, "no socket for such a cable"};
        LinkEnd from, to;
        from.device = port.device;
        from.port = port.port;
        to.device = id;
        to.port = data->id;
        Result<Added> joined = connect(site_, catalogue_, usual::copper, from, to);
        if (!joined) return joined.error();
        const double stated_m = device.stated_run_m;
        if (stated_m > 0)
            change(find_link(joined->site, joined->id),
                   [&](Link& link) { link.measured_length_m = stated_m; });
        return take(Result<Site>(std::move(joined->site)));
    }
    std::optional<Error> take(Result<Site> edited) {
        if (!edited) return edited.error();
        site_ = std::move(*edited);
        at_.clear();
        for (std::size_t i = 0; i < site_.devices.size(); ++i) at_.emplace(site_.devices[i].id, i);
        net_.reset();
        runs_.clear();
        return std::nullopt;
    }

    std::optional<Error> write_along(Device& device, SheetColumn column, const std::string& text) {
        const Run* run = run_of(device.id);
        if (!run) return Error{ErrorCode::no_such_object, "", device.id, ""};
        const Network& net = network();
        if (column == SheetColumn::cable) return write_cable(*run, net, text);
        std::optional<Error> wrong;
        std::optional<double> length_m;
        wrong =
            quantity(text, Unit::metre, [&](std::optional<double> metres) { length_m = metres; });
        if (wrong) return wrong;
        if (length_m && !length_range.holds(*length_m))
            return Error{ErrorCode::out_of_range, "", text,
                         allowed_number("length_m", length_range, false)};
        const bool listed = device.stated_run_m > 0;
        if (listed && !(length_m.value_or(0) > 0))
            return Error{ErrorCode::missing_field, "", "length", ""};
        if (run->links.size() > 1)
            return Error{ErrorCode::not_possible, "", device.id,
                         fmt::format("{} lengths, to be typed one by one", run->links.size())};
        if (run->links.empty() && !listed)
            return Error{ErrorCode::not_possible, "", device.id, "no cable yet"};
        if (listed) device.stated_run_m = *length_m;
        if (!run->links.empty()) link_of(net, run->links.front()).measured_length_m = length_m;
        return std::nullopt;
    }
    // Every length that is of the cable's medium.
    std::optional<Error> write_cable(const Run& run, const Network& net, const std::string& text) {
        const Kind* kind =
            kind_named(catalogue_, text, [](const Kind& one) { return one.cable.has_value(); });
        if (!kind) return Error{ErrorCode::unknown_kind, "", text, ""};
        bool any = false;
        for (LinkNumber number : run.links) {
            if (net.links[number].medium() != kind->cable->medium) continue;
            link_of(net, number).cable = kind->id;
            any = true;
        }
        if (any) return std::nullopt;
        return Error{ErrorCode::not_possible, "", net.device(run.camera).id,
                     "no cable of that sort"};
    }
    // The network borrows the site that is written here: ids and ends stay where they are.
    Link& link_of(const Network& net, LinkNumber number) {
        const auto position = net.links[number].link - site_.links.data();
        return site_.links[static_cast<std::size_t>(position)];
    }

    const Catalogue& catalogue_;
    Site site_;
    std::unordered_map<std::string, std::size_t> at_;
    std::unique_ptr<Network> net_;
    std::unordered_map<std::string, CameraNumber> runs_;
};

bool needs_quotes(std::string_view cell) {
    return cell.find_first_of("\t\r\n\"") != std::string_view::npos;
}

}  // namespace

std::size_t hangs_by(const Network& net, const Run& run) {
    for (std::size_t i = run.outs.size(); i-- > 0;) {
        const Kind& unit = net.kind(run.outs[i].device);
        if (unit.category == Category::network_switch || unit.category == Category::recorder ||
            plugs_into_mains(unit) || is_source(unit))
            return i;
    }
    return 0;
}

namespace {

SheetEdit written(const Site& site, const Catalogue& catalogue,
                  const std::vector<CellText>& cells) {
    CellWriter writer(site, catalogue);
    SheetEdit out;
    for (int order : {0, 1, 2}) {
        for (std::size_t i = 0; i < cells.size(); ++i) {
            if (order_of(cells[i].column) != order) continue;
            if (std::optional<Error> wrong = writer.write(cells[i]))
                out.refused.push_back({i, std::move(*wrong)});
        }
    }
    out.site = writer.take();
    return out;
}

// One after the other, each through the gate.
SheetEdit written_one_by_one(const Site& site, const Catalogue& catalogue,
                             const std::vector<CellText>& cells) {
    SheetEdit out{site, {}};
    for (int order : {0, 1, 2}) {
        for (std::size_t i = 0; i < cells.size(); ++i) {
            if (order_of(cells[i].column) != order) continue;
            SheetEdit one = written(out.site, catalogue, {cells[i]});
            if (one.refused.empty()) {
                Result<Site> kept = sound(out.site, catalogue, std::move(one.site));
                if (kept) {
                    out.site = std::move(*kept);
                    continue;
                }
                Error why = kept.error();
                why.place.clear();
                one.refused.push_back({0, std::move(why)});
            }
            out.refused.push_back({i, std::move(one.refused.front().error)});
        }
    }
    return out;
}

}  // namespace

SheetEdit set_cells(const Site& site, const Catalogue& catalogue,
                    const std::vector<CellText>& cells) {
    SheetEdit all = written(site, catalogue, cells);
    if (Result<Site> kept = sound(site, catalogue, all.site)) {
        all.site = std::move(*kept);
        return all;
    }
    // Some of it closes a loop, say: what does is found, so that the rest goes in.
    return written_one_by_one(site, catalogue, cells);
}

std::string rows_text(const std::vector<std::vector<std::string>>& rows) {
    std::string out;
    for (const std::vector<std::string>& row : rows) {
        for (std::size_t i = 0; i < row.size(); ++i) {
            if (i > 0) out += '\t';
            if (!needs_quotes(row[i])) {
                out += row[i];
                continue;
            }
            out += '"';
            for (char c : row[i]) {
                if (c == '"') out += '"';
                out += c;
            }
            out += '"';
        }
        out += '\n';
    }
    return out;
}

std::vector<std::vector<std::string>> rows_of_text(std::string_view text) {
    std::vector<std::vector<std::string>> out;
    std::vector<std::string> row(1);
    bool quoted = false;
    for (std::size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        if (quoted) {
            if (c == '"' && i + 1 < text.size() && text[i + 1] == '"')
                row.back() += text[++i];
            else if (c == '"')
                quoted = false;
            else
                row.back() += c;
        } else if (c == '"' && row.back().empty()) {
            quoted = true;
        } else if (c == '\t') {
            row.emplace_back();
        } else if (c == '\n') {
            out.push_back(std::move(row));
            row.assign(1, "");
        } else if (c != '\r') {
            row.back() += c;
        }
    }
    if (row.size() > 1 || !row.front().empty()) out.push_back(std::move(row));
    return out;
}

}  // namespace ovant
