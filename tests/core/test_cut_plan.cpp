// SPDX-License-Identifier: GPL-3.0-or-later
// Cable as it is bought: which run comes from which package of a site.
#include <catch2/catch.hpp>
#include <nlohmann/json.hpp>
#include <sstream>
#include <map>
#include <set>

#include "cli/commands.h"
#include "core/format/file_store.h"
#include "core/format/site_json.h"
#include "core/parts/parts.h"
#include "phrase/parts_text.h"
#include "support/sites.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

// Cameras in a row on one switch, each on a cable of this length along the same pathway or none.
Site row_of(const std::vector<double>& lengths_m, const std::string& cable = "cat6-solid-23-out") {
    Site site = bare_site();
    const Catalogue catalogue = catalogue_for(site);
    site = add_device(site, catalogue, "sw-24-at-370", {0, 0})->site;
    for (std::size_t i = 0; i < lengths_m.size(); ++i) {
        Added camera =
            *add_device(site, catalogue, "cam-fixed-4mp", {10.0 * static_cast<double>(i), 20});
        Added link = *connect(camera.site, catalogue, cable, {"SW1", std::to_string(i + 1), 0, ""},
                              {camera.id, "lan", 0, ""});
        site = *set_measured_length(link.site, link.id, lengths_m[i]);
    }
    return site;
}

// A kind of the site's own, bought as told.
Site with_cable(Site site, const std::string& id, const std::string& packages) {
    return *set_own_kind(
        std::move(site), id,
        R"({"id":")" + id + R"(","name":"Own cable","category":"cable","rating":"outdoor",)" +
            R"("cable":{"awg":23,"category":"6","price_per_m":0.5)" + packages + "}}");
}

CutPlan plan_of(const Site& site) { return plan_cuts(lay_out(site, catalogue_for(site))); }
std::vector<PartLine> bought(const Site& site) {
    const Catalogue catalogue = catalogue_for(site);
    const Network net = lay_out(site, catalogue);
    return bought_parts(net, plan_cuts(net));
}

const CableCuts& cuts_of(const CutPlan& plan, const std::string& cable) {
    for (const CableCuts& cuts : plan.cables) {
        if (cuts.cable == cable) return cuts;
    }
    FAIL("no cuts of " << cable);
    return plan.cables.front();
}

}  // namespace

TEST_CASE("runs of the demo are cut once each, from packages that hold them", "[cuts]") {
    const Site site = demo_site();
    const Catalogue catalogue = catalogue_for(site);
    const Network net = lay_out(site, catalogue);
    const CutPlan plan = plan_cuts(net);
    std::multiset<std::string> cut;
    for (const CableCuts& cuts : plan.cables) {
        CHECK(cuts.too_long.empty());
        CHECK(cuts.least_price);
        for (const PackageCut& package : cuts.packages) {
            double sum_m = 0;
            for (const CutPiece& piece : package.pieces) {
                sum_m += piece.length_m;
                if (!piece.cord) cut.insert(piece.link);
            }
            CHECK(sum_m + package.left_m == Approx(package.package.length_m));
        }
    }
    std::multiset<std::string> wanted;
    for (LinkNumber link : net.links.numbers()) {
        if (cut_m(net, link).value_or(0) > 0) wanted.insert(net.links[link].link->id);
    }
    CHECK(cut == wanted);
    // The list for the merchant costs what the plan does, and its cards cut what the plan says.
    double cable = 0;
    for (const PartLine& line : bought(site)) {
        const Kind* kind = catalogue.find(line.kind);
        if (kind && kind->cable) cable += line.price;
    }
    CHECK(cable == Approx(plan.price()));
}

TEST_CASE("a run is never joined unless the site allows it", "[cuts]") {
    const std::string packages = R"(,"packages":[{"form":"drum","length_m":100,"price":40}])";
    Site site = with_cable(bare_site(), "own", packages);
    site.settings = row_of({}).settings;
    const Site start = site;
    const auto with = [&](double length_m) {
        Site row = row_of({});
        row.kinds = start.kinds;
        const Catalogue catalogue = catalogue_for(row);
        Added camera = *add_device(row, catalogue, "cam-fixed-4mp", {0, 20});
        Added link =
            *connect(camera.site, catalogue, "own", {"SW1", "1", 0, ""}, {camera.id, "lan", 0, ""});
        return *set_measured_length(link.site, link.id, length_m);
    };
    CHECK(cuts_of(plan_of(with(100)), "own").too_long.empty());
    Site long_run = with(101);
    const CableCuts refused = cuts_of(plan_of(long_run), "own");
    REQUIRE(refused.too_long.size() == 1);
    CHECK(refused.packages.empty());
    CHECK(refused.longest_m == 100);
    // It still has to be bought: by the metre, and marked.
    const std::vector<PartLine> parts = bought(long_run);
    const auto line = std::find_if(parts.begin(), parts.end(),
                                   [](const PartLine& one) { return one.kind == "own"; });
    REQUIRE(line != parts.end());
    CHECK(line->too_long);
    CHECK(line->price == Approx(50.5));
    long_run.settings.buying.joints_allowed = true;
    const CableCuts joined = cuts_of(plan_of(long_run), "own");
    CHECK(joined.too_long.empty());
    CHECK(joined.joints == 1);
    CHECK(joined.packages.size() == 2);
    const CutPiece& first = joined.packages[0].pieces[0];
    CHECK(label_text(first).find("part") != std::string::npos);
    CHECK(first.length_m + joined.packages[1].pieces[0].length_m == Approx(101));
    // Nothing that fits whole is joined, whatever is allowed.
    Site fits = with(100);
    fits.settings.buying.joints_allowed = true;
    CHECK(cuts_of(plan_of(fits), "own").joints == 0);
    // A left-over that holds it whole, or cable by the metre, needs no joint either.
    const Catalogue catalogue = catalogue_for(long_run);
    const Site stocked = add_left_over(long_run, catalogue, {"", "own", 101, "", ""})->site;
    CHECK(cuts_of(plan_of(stocked), "own").joints == 0);
    CHECK(cuts_of(plan_of(stocked), "own").too_long.empty());
    Site metre = with_cable(long_run, "own", packages + R"(,"by_metre":true)");
    CHECK(cuts_of(plan_of(metre), "own").joints == 0);
    CHECK(cuts_of(plan_of(metre), "own").price == Approx(50.5));
    // As many parts as anybody means, and no more.
    Site far = with(2000);
    far.settings.buying.joints_allowed = true;
    CHECK(cuts_of(plan_of(far), "own").joints == 19);
    far = with(2001);
    far.settings.buying.joints_allowed = true;
    CHECK(cuts_of(plan_of(far), "own").joints == 0);
    CHECK(cuts_of(plan_of(far), "own").too_long.size() == 1);
    // A drum in feet is no whole number of decimetres: its parts still fit.
    Site feet = with_cable(with(700), "own",
                           R"(,"packages":[{"form":"box","length_m":304.85,"price":140}])");
    feet.settings.buying.joints_allowed = true;
    CHECK(cuts_of(plan_of(feet), "own").joints == 2);
    CHECK(cuts_of(plan_of(feet), "own").too_long.empty());
}

TEST_CASE("cables pulled together come from different packages where asked", "[cuts]") {
    Site site = row_of({40, 40, 40});
    const auto packages = [](const Site& of) {
        return cuts_of(plan_of(of), "cat6-solid-23-out").packages.size();
    };
    const std::size_t together = packages(site);
    for (Link& link : site.links) link.pull = "north";
    CHECK(packages(site) == together);
    site.settings.buying.pulled_apart = true;
    CHECK(packages(site) == 3);
    site.links[2].pull = "south";
    CHECK(packages(site) == 2);
    for (Link& link : site.links) link.pull = "";
    CHECK(packages(site) == together);
    // Along the same pathway, whichever end comes first.
    Pathway tray;
    tray.id = "W1";
    tray.points = {{0, 5}, {30, 5}};
    Pathway other = tray;
    other.id = "W2";
    site.pathways = {tray, other};
    site.links[0].pathways = {"W1", "W2"};
    site.links[1].pathways = {"W2", "W1"};
    site.links[2].pathways = {"W1"};
    CHECK(packages(site) == 2);
}

TEST_CASE("left-overs are used first and cost nothing", "[cuts]") {
    Site site = row_of({60, 90});
    const double before = plan_of(site).price();
    Catalogue catalogue = catalogue_for(site);
    CHECK_FALSE(add_left_over(site, catalogue, {"", "no-such", 50, "", ""}));
    CHECK_FALSE(add_left_over(site, catalogue, {"", "cat6-solid-23-out", -1, "", ""}));
    Added small = *add_left_over(site, catalogue, {"", "cat6-solid-23-out", 59, "van", ""});
    CHECK(small.id == "LO1");
    CHECK(plan_of(small.site).price() == Approx(before));
    Added fits = *add_left_over(site, catalogue, {"", "cat6-solid-23-out", 60, "van", ""});
    const CutPlan plan = plan_of(fits.site);
    CHECK(plan.price() < before);
    bool used = false;
    for (const PartLine& line : bought(fits.site)) {
        if (line.left_over != "LO1") continue;
        used = true;
        CHECK(line.price == 0);
        CHECK(line.quantity == 1);
    }
    CHECK(used);
    // Of another cable it is of no use here.
    Added other = *add_left_over(site, catalogue, {"", "cat5e-solid-24-out", 500, "", ""});
    CHECK(plan_of(other.site).price() == Approx(before));
    CHECK(*read_site(write_site(other.site)) == other.site);
    CHECK(remove_object(other.site, catalogue, "LO1")->stock.empty());
}

TEST_CASE("ready-made leads save plugs, spare is cut longer, old cable is not cut", "[cuts]") {
    const std::string leads =
        R"(,"packages":[{"form":"lead","length_m":30,"price":16},{"form":"drum","length_m":305,"price":140}])";
    Site site = with_cable(row_of({30, 20}), "own", leads);
    const Catalogue catalogue = catalogue_for(site);
    for (const std::string link : {"L1", "L2"}) site = *set_cable(site, catalogue, link, "own");
    const auto plugs = [](const Site& of) {
        double count = 0;
        for (const PartLine& line : bought(of)) {
            if (line.kind == "plug-rj45") count += line.quantity;
        }
        return count;
    };
    CHECK(cuts_of(plan_of(site), "own").packages.size() == 2);
    CHECK(plugs(site) == 0);
    // Longer than the leads, just: a drum.
    site.settings.buying.spare_share = 0.01;
    const CutPlan spared = plan_of(site);
    CHECK(cuts_of(spared, "own").packages.size() == 1);
    CHECK(cuts_of(spared, "own").packages[0].pieces[0].length_m == 31);
    CHECK(plugs(site) == 5);  // four, and one for waste
    Added old = *add_existing(site, catalogue, [] {
        ExistingCable cable;
        cable.cable = "own";
        cable.points = {{0, 0}, {5, 5}};
        return cable;
    }());
    find_link(old.site, "L1")->existing = old.id;
    CHECK(cuts_of(plan_of(old.site), "own").packages[0].pieces.size() == 1);
}

TEST_CASE("what comes by the metre is bought to the metre", "[cuts]") {
    const Site site = with_cable(row_of({33.2}), "own", "");
    const Site laid = *set_cable(site, catalogue_for(site), "L1", "own");
    const CutPlan plan = plan_of(laid);
    const CableCuts& cuts = cuts_of(plan, "own");
    REQUIRE(cuts.packages.size() == 1);
    CHECK(cuts.packages[0].to_measure);
    CHECK(cuts.price == Approx(34 * 0.5));
    CHECK(cuts.wasted_m == 0);
}

TEST_CASE("the cut plan on the command line, as text, JSON and paper", "[cuts][cli]") {
    const TempFolder folder;
    const std::string site = folder.file("site.ovant.json"), pdf = folder.file("cuts.pdf");
    REQUIRE(save_site(site, row_of({95, 90, 80, 400})));
    std::ostringstream out, err;
    CHECK(run_cli({"cuts", site, "--pdf", pdf}, out, err) == cli_holds);
    CHECK(out.str().find("L1 95 m") != std::string::npos);
    CHECK(out.str().find("No plan is cheaper") != std::string::npos);
    std::ostringstream json_out;
    CHECK(run_cli({"cuts", site, "--format", "json"}, json_out, err) == cli_holds);
    const auto json = nlohmann::json::parse(json_out.str());
    CHECK(json["cables"][0]["needed_m"] == 665);
    CHECK(json["price"] == json["price_bound"]);
    const std::string text = text_of_pdf(pdf);
    CHECK(text.find("Cut plan") != std::string::npos);
    CHECK(text.find("400 m") != std::string::npos);
    REQUIRE(save_site(site, row_of({501})));
    std::ostringstream long_out;
    CHECK(run_cli({"cuts", site}, long_out, err) == cli_fails);
    CHECK(long_out.str().find("Longer than any package") != std::string::npos);
}
