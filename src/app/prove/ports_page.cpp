// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/prove/ports_page.h"

#include <QHeaderView>
#include <QLabel>
#include <QVBoxLayout>

#include "app/kit/plain_table.h"
#include "app/kit/q.h"
#include "app/kit/when_seen.h"
#include "app/theme/theme.h"
#include "core/prove/addresses.h"
#include "phrase/address_text.h"
#include "phrase/numbers.h"

namespace ovant {

PortsPage::PortsPage(Document& document, QWidget* parent)
    : QWidget(parent), document_(document), table_(new QTableWidget) {
    setObjectName("portsPage");
    auto* note = new QLabel(
        tr("One line a port in use, to set a managed switch by. VLANs are those of all units whose "
           "data pass the port."));
    note->setWordWrap(true);
    table_->setObjectName("portProfiles");
    table_->setAccessibleName(tr("Ports of switches"));
    table_->setColumnCount(7);
    table_->setHorizontalHeaderLabels(
        {tr("Switch"), tr("Port"), tr("To"), tr("VLAN"), tr("Rate"), tr("PoE"), tr("Priority")});
    make_plain(*table_, 2);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(16, 8, 16, 8);
    layout->addWidget(note);
    layout->addWidget(table_, 1);
    auto* when_seen = new WhenSeen(this, [this] { refresh(); });
    connect(&document_, &Document::changed, when_seen, [when_seen](Change what) {
        if (what != Change::preview) when_seen->ask();
    });
}

void PortsPage::refresh() {
    const Network& net = document_.site_network();
    const std::vector<PortProfile> ports = port_profiles(net);
    table_->setRowCount(static_cast<int>(ports.size()));
    for (int row = 0; row < table_->rowCount(); ++row) {
        const PortProfile& port = ports[static_cast<std::size_t>(row)];
        const Device* far = find_device(document_.committed(), port.far);
        const QString poe = !port.feeds         ? QString("–")
                            : port.power_off    ? tr("off")
                            : port.long_setting ? tr("on, long setting")
                                                : tr("on");
        const QString cells[] = {
            q(port.device),
            q(port.port),
            far && !far->name.empty() ? q(port.far) + "  " + q(far->name) : q(port.far),
            q(vlan_text(port)),
            q(shown(port.rate_mbps, Unit::megabit_per_second, document_.units())),
            poe,
            !port.feeds          ? QString("–")
            : port.priority == 1 ? tr("critical")
            : port.priority == 2 ? tr("high")
                                 : tr("low")};
        for (int column = 0; column < table_->columnCount(); ++column)
            table_->setItem(row, column, new QTableWidgetItem(cells[column]));
    }
    for (int column : {0, 1, 3, 4, 5, 6}) table_->resizeColumnToContents(column);
}

}  // namespace ovant
