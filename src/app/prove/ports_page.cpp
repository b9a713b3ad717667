// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/prove/ports_page.h"

#include <QHeaderView>
#include <QLabel>
#include <QVBoxLayout>

#include "app/kit/plain_table.h"
#include "app/kit/q.h"
#include "app/kit/when_seen.h"
#include "app/theme/theme.h"
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
    auto ports = port_profiles(document_.site_network());
    table_->setRowCount(static_cast<int>(ports.size()));
    const std::size_t count = ports.size();
    slices_.start(
        count,
        [this, ports = std::move(ports)](std::size_t row) {
            fill_row(static_cast<int>(row), ports[row]);
        },
        [this] { size_columns(); });
    if (count > 0) size_columns();
}

void PortsPage::fill_row(int row, const PortProfile& port) {
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

void PortsPage::size_columns() {
    for (int column : {0, 1, 3, 4, 5, 6}) table_->resizeColumnToContents(column);
}

}  // namespace ovant
