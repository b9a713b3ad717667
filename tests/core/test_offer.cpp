// SPDX-License-Identifier: GPL-3.0-or-later
// The offer: worked by hand, to the cent; on paper without costs; as text.
#include <catch2/catch.hpp>

#include <fmt/format.h>

#include "core/format/site_json.h"
#include "core/offer/offer.h"
#include "phrase/offer_text.h"
#include "print/offer_pdf.h"
#include "support/builder.h"
#include "support/sites.h"
#include "support/temp_folder.h"

using namespace ovant;

namespace {

OfferLine line(OfferPart part, double cost, const OfferSettings& settings) {
    OfferLine out;
    out.part = part;
    out.cost = cost;
    out.price = in_cents(cost * (1 + markup_on(part, settings)));
    return out;
}

// One switch in the office, one camera, 60 m of cable that comes by the metre or in boxes.
struct OneCamera : Builder {
    OneCamera() {
        own_kind("sw-8-at-120", "sw-own", "price", "120");
        own_kind("cam-fixed-4mp", "cam-own", "price", "99.99");
        const std::string sw = unit("sw-own", {0, 0});
        const std::string camera = unit("cam-own", {50, 0});
        link(cable(sw, "1", camera, "lan")).measured_length_m = 60;
        site.brings.clear();
    }
    Offer offer() const {
        const Catalogue all = catalogue_for(site);
        const Network net = lay_out(site, all);
        return make_offer(net, plan_cuts(net));
    }
};

double price_of(const Offer& offer, OfferPart part) {
    double sum = 0;
    for (const OfferLine& one : offer.lines) sum += one.part == part ? one.price : 0;
    return in_cents(sum);
}

}  // namespace

TEST_CASE("cents are rounded as a spreadsheet does it", "[offer]") {
    CHECK(in_cents(1.005) == 1.01);
    CHECK(in_cents(2.675) == 2.68);
    CHECK(in_cents(1.0049) == 1.0);
    CHECK(in_cents(-1.005) == -1.01);
    CHECK(in_cents(0) == 0);
    CHECK(in_cents(123456.785) == 123456.79);
}

TEST_CASE("sums of an offer by hand", "[offer]") {
    OfferSettings settings;
    settings.material_markup = 0.25;
    settings.work_markup = 0.1;
    settings.outside_markup = 0.05;
    settings.tax_share = 0.19;
    const std::vector<OfferLine> lines{
        line(OfferPart::equipment, 99.99, settings),     // 124.9875 -> 124.99
        line(OfferPart::cable, 33.33, settings),         //  41.6625 ->  41.66
        line(OfferPart::small_parts, 7.77, settings),    //   9.7125 ->   9.71
        line(OfferPart::work, 100.05, settings),         // 110.055  -> 110.06
        line(OfferPart::ground, 240.10, settings),       // 252.105  -> 252.11
        line(OfferPart::electrician, 190.00, settings),  // 199.50
    };
    OfferSums sums = sums_of(lines, settings);
    CHECK(sums.lines == 738.03);
    CHECK(sums.rounding == 0);
    CHECK(sums.net == 738.03);
    CHECK(sums.tax == 140.23);  // 140.2257
    CHECK(sums.gross == 878.26);
    CHECK(sums.cost == 671.24);
    CHECK(in_cents(sums.earned()) == 66.79);
    settings.round_to = 5;
    sums = sums_of(lines, settings);
    CHECK(sums.net == 740);
    CHECK(sums.rounding == 1.97);
    CHECK(sums.tax == 140.6);
    CHECK(sums.gross == 880.6);
    settings.round_to = 1000;
    CHECK(sums_of(lines, settings).net == 1000);
    settings.round_to = 10000;
    CHECK(sums_of(lines, settings).net == 0);  // as it was asked for
    CHECK(sums_of({}, settings).gross == 0);
}

TEST_CASE("an offer of one camera by hand", "[offer]") {
    OneCamera one;
    OfferSettings& settings = one.site.settings.offer;
    settings.date = "2027-01-15";
    settings.valid_days = 30;
    const Offer offer = one.offer();
    // 120 and 99.99 with a quarter on top: 150 and 124.9875, the latter to 124.99.
    CHECK(price_of(offer, OfferPart::equipment) == 274.99);
    const LabourRates& rates = one.site.settings.labour;
    const Network net = lay_out(one.site, one.catalogue);
    CHECK(offer.valid_until == "2027-02-14");
    double sum = 0;
    for (const OfferLine& line : offer.lines) {
        sum += line.price;
        CHECK(line.price == in_cents(line.price));
        CHECK(line.price >= line.cost);
        CHECK_FALSE(offer_line_text(line, {}).empty());
    }
    CHECK(in_cents(sum) == offer.sums.net);
    CHECK(offer.sums.tax == in_cents(0.2 * offer.sums.net));
    // Work: two units, two ends, a test, a camera set up, the handover, the pull; each task to the
    // cent, then 15 % on top.
    const auto task = [&](double hours) {
        return in_cents(in_cents(hours * rates.price_per_h) * 1.15);
    };
    const double cut_m = lay_out(one.site, catalogue_for(one.site)).links.front().length_m;
    CHECK(price_of(offer, OfferPart::work) ==
          Approx(task(2 * 0.6) + task(2 * 0.2) + task(0.15) + task(0.3) + task(2) +
                 task(cut_m / 100 * 1.5)));
    settings.date.clear();
    CHECK(one.offer().valid_until.empty());
    CHECK(validity_text(one.offer(), settings) == "Valid for 30 days.");
}

TEST_CASE("a date that is none is told, no date is none", "[offer][bad-input]") {
    Site site = bare_site();
    site.settings.offer.date = "2027-02-28";
    std::string text = write_site(site);
    REQUIRE(read_site(text));
    const auto with_date = [&](const std::string& date) {
        std::string other = text;
        other.replace(other.find("2027-02-28"), 10, date);
        return read_site(other);
    };
    CHECK(with_date("")->settings.offer.date.empty());
    REQUIRE_FALSE(with_date("2027-02-29"));
    CHECK(with_date("2027-02-29").error().place == "settings/offer/date");
    CHECK_FALSE(with_date("28.2.2027"));
}

TEST_CASE("an option is the other design's price less this one's", "[offer][variants]") {
    OneCamera one;
    Site other = one.site;
    other.devices.back().kind = "cam-fixed-2mp";
    one.site = keep_variant(one.site, other, "Smaller camera")->site;
    CHECK(one.offer().options.empty());  // not offered
    one.site.variants.front().option = true;
    one.site.variants.front().note = "2 MP only";
    const Offer offer = one.offer();
    REQUIRE(offer.options.size() == 1);
    OneCamera alone;
    alone.site.devices.back().kind = "cam-fixed-2mp";
    CHECK(offer.options.front().sums.net == alone.offer().sums.net);
    CHECK(offer.options.front().net_more == Approx(alone.offer().sums.net - offer.sums.net));
    CHECK(option_text(offer.options.front(), "EUR")
              .find(offer.options.front().net_more < 0 ? "less by" : "more by") == 0);
}

TEST_CASE("the customer's page has no cost and no markup on it", "[offer][print]") {
    Site site = demo_site();
    site.settings.offer.material_markup = 0.37;
    site.settings.offer.customer = "Harbour board\nQuay 1";
    site.settings.offer.terms = "Half on order.\nRest on handover.";
    site.settings.offer.number = "A-17";
    const Catalogue catalogue = catalogue_for(site);
    const Network net = lay_out(site, catalogue);
    const Offer offer = make_offer(net, plan_cuts(net));
    TextContext context;
    context.catalogue = &catalogue;
    const TempFolder folder;
    const std::string text =
        text_of_pdf(folder.write("offer.pdf", offer_pdf(offer, site, context)));
    CHECK(text.find("A-17") != std::string::npos);
    CHECK(text.find("Harbour board") != std::string::npos);
    CHECK(text.find("Rest on handover.") != std::string::npos);
    CHECK(text.find("licensed electrician") != std::string::npos);
    CHECK(text.find("37 %") == std::string::npos);
    CHECK(text.find("On top") == std::string::npos);
    const std::string csv = offer_csv(offer, site, context);
    for (const OfferLine& line : offer.lines) {
        const std::string cost = fmt::format(",{:.2f}\n", line.cost);
        const bool priced_so = std::any_of(
            offer.lines.begin(), offer.lines.end(),
            [&](const OfferLine& other) { return fmt::format(",{:.2f}\n", other.price) == cost; });
        if (!priced_so) CHECK(csv.find(cost) == std::string::npos);
    }
    // An empty site gives a page that says so.
    const Site nothing = bare_site();
    const Network no_net = lay_out(nothing, shipped_catalogue());
    const Offer none = make_offer(no_net, plan_cuts(no_net));
    CHECK(none.sums.gross == 0);
    CHECK(text_of_pdf(folder.write("none.pdf", offer_pdf(none, nothing, {})))
              .find("nothing to offer") != std::string::npos);
}
