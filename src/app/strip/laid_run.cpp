// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/strip/laid_run.h"

#include "core/assess/room_left.h"

namespace ovant {

int LaidRun::radio_hop() const {
    for (std::size_t i = 0; i < laid().links.size(); ++i) {
        if (net->links[laid().links[i]].medium() == Medium::radio) return static_cast<int>(i);
    }
    return -1;
}

std::shared_ptr<const LaidRun> laid_now(const Document& document, CameraNumber camera) {
    auto made = std::make_shared<LaidRun>();
    made->net = document.shared_network();
    made->camera = camera;
    made->profile = run_profile(*made->net, camera);
    made->run = document.assessment().runs[camera];
    if (document.previewing()) return made;
    made->room_w = room_left_w(*made->net, made->laid().camera);
    made->readings = readings_along(*document.shared_site_network(), camera);
    return made;
}

std::shared_ptr<const LaidRun> laid_as(const Document& document, Site site,
                                       const std::string& camera, const QString& heading) {
    auto made = std::make_shared<LaidRun>();
    const JudgedUnder& under = document.under();
    if (under.worse_than_designed())
        site = with_what_if(site, document.catalogue(), under.what_if, under.failed);
    auto net = std::make_shared<const Network>(
        lay_out(std::make_shared<const Site>(std::move(site)), document.shared_catalogue()));
    made->net = net;
    made->heading = heading;
    for (CameraNumber number : net->cameras.numbers()) {
        if (net->device(net->cameras[number]).id != camera) continue;
        made->camera = number;
        made->profile = run_profile(*net, number);
        made->run = assess_run(*net, number, under.options());
        return made;
    }
    return nullptr;
}

}  // namespace ovant
