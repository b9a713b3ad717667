// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/variants/variants.h"

#include <fmt/format.h>

#include <algorithm>
#include <unordered_map>
#include <unordered_set>

#include "core/assess/network.h"
#include "core/edits/edits_common.h"
#include "core/format/site_json.h"
#include "core/site/site_fields.h"

namespace ovant {
namespace {

constexpr const char* first_design = "Design 1";

template <class Item>
std::unordered_map<std::string_view, const Item*> by_id(const std::vector<Item>& items) {
    std::unordered_map<std::string_view, const Item*> out;
    for (const Item& item : items) out.emplace(item.id, &item);
    return out;
}

template <class Item>
void put_in(std::vector<Item>& items, const std::vector<Item>& put,
            const std::unordered_set<std::string_view>& removed) {
    std::erase_if(items, [&](const Item& item) { return removed.contains(item.id); });
    items.reserve(items.size() + put.size());  // the ids below are looked at in place
    std::unordered_map<std::string_view, std::size_t> place;
    for (std::size_t i = 0; i < items.size(); ++i) place.emplace(items[i].id, i);
    for (const Item& item : put) {
        const auto found = place.find(item.id);
        if (found == place.end())
            items.push_back(item);
        else
            items[found->second] = item;
    }
}

Site design_in(Site site, const Variant& variant) {
    const std::unordered_set<std::string_view> removed(variant.removed.begin(),
                                                       variant.removed.end());
    put_in(site.places, variant.places, removed);
    put_in(site.pathways, variant.pathways, removed);
    put_in(site.existing, variant.existing, removed);
    put_in(site.devices, variant.devices, removed);
    put_in(site.links, variant.links, removed);
    return site;
}

template <class Item>
std::vector<Item> put_between(const std::vector<Item>& from, const std::vector<Item>& to) {
    const auto was = by_id(from);
    std::vector<Item> out;
    for (const Item& item : to) {
        const auto found = was.find(item.id);
        if (found == was.end() || !(*found->second == item)) out.push_back(item);
    }
    return out;
}

template <class Item>
void put_removed(Variant& variant, const std::vector<Item>& from, const std::vector<Item>& to) {
    const auto there = by_id(to);
    for (const Item& item : from) {
        if (!there.contains(item.id)) variant.removed.push_back(item.id);
    }
}

// A member that was the same in both designs and has changed in the one that stands.
template <class Item, class Value>
void follow(Item& kept, const Item& was, const Item& is, Value Item::*member) {
    if (kept.*member == was.*member) kept.*member = is.*member;
}

void follow(Device& kept, const Device& was, const Device& is) {
    if (kept.kind != is.kind) return;
    follow(kept, was, is, &Device::name);
    follow(kept, was, is, &Device::at);
    follow(kept, was, is, &Device::camera);
    follow(kept, was, is, &Device::on_network);
    follow(kept, was, is, &Device::low_volts_share);
    follow(kept, was, is, &Device::stated_run_m);
}

void follow(Link& kept, const Link& was, const Link& is) {
    if (kept.cable != is.cable || !(kept.a == is.a) || !(kept.b == is.b)) return;
    follow(kept, was, is, &Link::measured_length_m);
    follow(kept, was, is, &Link::measured_loop_ohm);
    follow(kept, was, is, &Link::proven);
    follow(kept, was, is, &Link::defects);
}

template <class Item>
void follow_all(std::vector<Item>& kept, const std::vector<Item>& before,
                const std::vector<Item>& after) {
    const auto was = by_id(before), is = by_id(after);
    for (Item& item : kept) {
        const auto one = was.find(item.id), other = is.find(item.id);
        if (one != was.end() && other != is.end()) follow(item, *one->second, *other->second);
    }
}

template <class Variants>
auto with_id(Variants& variants, std::string_view id) {
    return std::find_if(variants.begin(), variants.end(),
                        [&](const Variant& variant) { return variant.id == id; });
}

// What stands is called so until it has a name of its own.
std::string_view standing_name(const Site& site) {
    return site.design_name.empty() ? std::string_view(first_design) : site.design_name;
}

bool name_taken(const Site& site, std::string_view name, std::string_view but_id) {
    if (!but_id.empty() && name == standing_name(site)) return true;
    return std::any_of(site.variants.begin(), site.variants.end(), [&](const Variant& variant) {
        return variant.name == name && variant.id != but_id;
    });
}

Error taken(std::string_view name) {
    return {ErrorCode::bad_value, "variants/name", std::string(name),
            "a name that no other design has"};
}

}  // namespace

DesignSite with_variant(const Site& site, const Variant& variant) {
    DesignSite out{design_in(site, variant), {}};
    out.mended = mend(out.site);
    return out;
}

void set_difference(Variant& variant, const Site& from, const Site& to) {
    variant.removed.clear();
    const auto set = [&variant](auto& kept, const auto& was, const auto& is) {
        kept = put_between(was, is);
        put_removed(variant, was, is);
    };
    set(variant.places, from.places, to.places);
    set(variant.pathways, from.pathways, to.pathways);
    set(variant.existing, from.existing, to.existing);
    set(variant.devices, from.devices, to.devices);
    set(variant.links, from.links, to.links);
}

const Variant* find_variant(const Site& site, std::string_view id_or_name) {
    for (const Variant& variant : site.variants) {
        if (variant.id == id_or_name) return &variant;
    }
    for (const Variant& variant : site.variants) {
        if (variant.name == id_or_name) return &variant;
    }
    return nullptr;
}

std::string free_design_name(const Site& site, std::string_view wanted) {
    constexpr std::size_t room = 8;  // for the number
    std::string name(wanted.substr(0, most_name_letters - room));
    while (!letters_in(name)) name.pop_back();  // cut inside a letter
    std::string free = name;
    for (int number = 2; free == standing_name(site) || name_taken(site, free, ""); ++number)
        free = fmt::format("{} {}", name, number);
    return free;
}

Result<Added> keep_variant(Site site, const Site& design, std::string_view name) {
    if (site.variants.size() >= most_variants)
        return Error{ErrorCode::too_many, "variants", std::to_string(most_variants + 1),
                     std::to_string(most_variants)};
    if (site.design_name.empty()) site.design_name = first_design;
    Variant variant;
    variant.id = next_id(site, "V");
    variant.name = name;
    if (name_taken(site, name, variant.id)) return taken(name);
    set_difference(variant, site, design);
    site.variants.push_back(variant);
    return added_if_right(std::move(site), "variants", variant);
}

Result<Site> describe_variant(Site site, const Variant& described) {
    const auto found = with_id(site.variants, described.id);
    if (found == site.variants.end()) return no_such(described.id);
    if (name_taken(site, described.name, described.id)) return taken(described.name);
    found->name = described.name;
    found->note = described.note;
    found->option = described.option;
    const Variant changed = *found;
    return if_right(std::move(site), "variants", changed);
}

Result<Site> name_design(Site site, std::string_view name) {
    if (name_taken(site, name.empty() ? first_design : name, "")) return taken(name);
    site.design_name = name;
    return site;
}

Result<Chosen> choose_variant(const Site& site, std::string_view id) {
    const auto found = with_id(site.variants, id);
    if (found == site.variants.end()) return no_such(id);
    DesignSite design = with_variant(site, *found);
    Chosen chosen{std::move(design.site), std::move(design.mended)};
    chosen.site.design_name = found->name;
    std::string standing(standing_name(site));
    if (name_taken(chosen.site, standing, id)) standing = free_design_name(chosen.site, standing);
    for (Variant& variant : chosen.site.variants) {
        if (variant.id == id) {
            variant.name = standing;
            variant.note.clear();
            set_difference(variant, chosen.site, site);
        } else {
            set_difference(variant, chosen.site, design_in(site, variant));
        }
    }
    return chosen;
}

std::vector<Variant> carried_over(const Site& before, const Site& after,
                                  const Catalogue& catalogue) {
    std::vector<Variant> out = after.variants;
    if (out.empty() || (before.devices == after.devices && before.links == after.links)) return out;
    const auto was = by_id(before.devices);
    const auto wires = by_id(before.links);
    for (Variant& variant : out) {
        Site design = design_in(before, variant);
        follow_all(design.devices, before.devices, after.devices);
        follow_all(design.links, before.links, after.links);
        const auto in_design = by_id(design.devices);
        std::vector<Device> new_cameras;
        for (const Device& device : after.devices) {
            if (ends_a_run(device, catalogue) && !was.contains(device.id) &&
                !in_design.contains(device.id))
                new_cameras.push_back(device);
        }
        std::move(new_cameras.begin(), new_cameras.end(), std::back_inserter(design.devices));
        std::erase_if(variant.removed, [&](const std::string& id) {
            return was.contains(id) || wires.contains(id);
        });
        put_removed(variant, after.devices, design.devices);
        put_removed(variant, after.links, design.links);
        variant.devices = put_between(after.devices, design.devices);
        variant.links = put_between(after.links, design.links);
    }
    return out;
}

}  // namespace ovant
