// SPDX-License-Identifier: GPL-3.0-or-later
// What is bought for the open site, how its cable is cut, its work and its offer: worked out once
// for each site, off the window's thread, for every page that shows it. Holds no widget.
#pragma once

#include <QObject>

#include "app/document/document.h"
#include "app/kit/background_job.h"
#include "core/choose/supply_box.h"
#include "core/offer/offer.h"
#include "core/parts/work_plan.h"

namespace ovant {

struct PartsBought {
    std::shared_ptr<const Network> net;  // what they are of
    CutPlan cuts;
    std::vector<PartLine> lines;
    WorkPlan work;
    Offer offer;
    std::vector<SupplyBox> boxes;  // that could take the place of adapters
};

class PartsWork : public QObject {
    Q_OBJECT

public:
    explicit PartsWork(Document& document, QObject* parent = nullptr);
    // Null while it is worked out, which asking begins.
    std::shared_ptr<const PartsBought> bought();
    // The same now, however long it takes.
    std::shared_ptr<const PartsBought> bought_now();

signals:
    void ready();

private:
    Document& document_;
    std::shared_ptr<const PartsBought> bought_;
    BackgroundJob<std::shared_ptr<const PartsBought>> job_;
};

}  // namespace ovant
