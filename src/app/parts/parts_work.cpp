// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/parts/parts_work.h"

namespace ovant {
namespace {

std::shared_ptr<const PartsBought> work_out(std::shared_ptr<const Network> net) {
    PartsBought bought;
    bought.cuts = plan_cuts(*net);
    bought.lines = bought_parts(*net, bought.cuts);
    bought.work = plan_work(*net, bought.cuts);
    bought.offer = make_offer(*net, bought.cuts);
    bought.boxes = supply_boxes(*net->site, *net->catalogue);
    bought.net = std::move(net);
    return std::make_shared<const PartsBought>(std::move(bought));
}

}  // namespace

PartsWork::PartsWork(Document& document, QObject* parent) : QObject(parent), document_(document) {}

std::shared_ptr<const PartsBought> PartsWork::bought() {
    const std::shared_ptr<const Network> net = document_.shared_site_network();
    if (bought_ && bought_->net == net) return bought_;
    // One at a time: what it is of may be another site by then, and the pages ask again.
    if (job_.running()) return nullptr;
    job_.start([net](const Wanted&) { return work_out(net); },
               [this](std::shared_ptr<const PartsBought> bought) {
                   bought_ = std::move(bought);
                   emit ready();
               });
    return nullptr;
}

std::shared_ptr<const PartsBought> PartsWork::bought_now() {
    const std::shared_ptr<const Network> net = document_.shared_site_network();
    if (!bought_ || bought_->net != net) {
        job_.stop();
        bought_ = work_out(net);
        emit ready();
    }
    return bought_;
}

}  // namespace ovant
