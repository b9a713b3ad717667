// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/prove/address_page.h"

#include <QGridLayout>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QMenu>
#include <QKeyEvent>
#include <QPainter>
#include <QScrollArea>
#include <QStyledItemDelegate>
#include <QTimer>
#include <QVBoxLayout>

#include "app/document/save_export.h"
#include "app/kit/verdict_delegate.h"
#include "app/kit/plain_table.h"
#include "app/kit/q.h"
#include "app/kit/signature.h"
#include "app/kit/when_seen.h"
#include "app/prove/look_dialog.h"
#include "app/prove/seen_dialog.h"
#include "app/theme/icons.h"
#include "app/theme/theme.h"
#include "core/assess/address_checks.h"
#include "core/edits/edits.h"
#include "core/format/address_files.h"
#include "core/format/file_store.h"
#include "core/look_up.h"
#include "phrase/address_text.h"
#include "phrase/check_text.h"
#include "phrase/error_text.h"

namespace ovant {
namespace {

constexpr int least_with_mac_px = 600;

// "192.168.10.100-150" as two fields; nullopt where it is neither empty nor a range.
bool take_range(const QString& text, Subnet& subnet) {
    if (text.isEmpty()) {
        subnet.dhcp_from.clear();
        subnet.dhcp_to.clear();
        return true;
    }
    const auto range = ipv4_range_in(QString(text).remove(' ').toStdString());
    if (!range) return false;
    subnet.dhcp_from = ipv4_text(range->first);
    subnet.dhcp_to = ipv4_text(range->last);
    return true;
}

}  // namespace

AddressPage::AddressPage(Document& document, Prompts& prompts, QWidget* parent)
    : QWidget(parent),
      document_(document),
      prompts_(prompts),
      model_(new AddressModel(document, this)),
      summary_(new QLabel),
      initials_(new InitialsEdit),
      subnets_(new QComboBox),
      remove_subnet_(new QPushButton(icon(Icon::remove), tr("Remove"))),
      others_(new QPushButton),
      order_(new QComboBox),
      table_(new QTableView),
      faults_(new QListWidget),
      unit_heading_(new QLabel),
      unit_steps_(new QLabel),
      serial_(new QLineEdit),
      firmware_(new QLineEdit) {
    setObjectName("addresses");
    summary_->setObjectName("addressSummary");
    summary_->setFont(text_font(*this, 1.05, true));
    initials_->setObjectName("initials");
    make_table();
    auto* head = new QHBoxLayout;
    head->addWidget(summary_, 1);
    head->addWidget(order_);
    head->addWidget(initials_);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(16, 8, 16, 8);
    layout->setSpacing(6);
    layout->addLayout(head);
    layout->addLayout(make_subnet_row());
    layout->addLayout(make_buttons());
    layout->addWidget(table_, 1);
    layout->addLayout(make_foot());
    auto* when_seen = new WhenSeen(this, [this] { refresh(); });
    connect(&document_, &Document::changed, when_seen, [when_seen](Change what) {
        if (what != Change::preview) when_seen->ask();
    });
    connect(&document_, &Document::selection_changed, this, &AddressPage::take_selection);
}

QLineEdit* AddressPage::subnet_field(const char* name, const FieldWords& words) {
    auto* field = new QLineEdit;
    field->setObjectName(name);
    field->setAccessibleName(words.label);
    field->setPlaceholderText(words.example);
    field->setToolTip(tr("%1, such as %2").arg(words.label, words.example));
    connect(field, &QLineEdit::editingFinished, this, &AddressPage::change_subnet);
    const int at = subnet_grid_->count() / 2;
    auto* text = new QLabel(words.label);
    text->setBuddy(field);
    text->setFont(text_font(*this, 0.88));
    const int row = at / 3 * 2, column = at % 3;
    subnet_grid_->addWidget(text, row, column);
    subnet_grid_->addWidget(field, row + 1, column);
    return field;
}

QLayout* AddressPage::make_subnet_row() {
    subnets_->setObjectName("subnets");
    subnets_->setAccessibleName(tr("Subnet"));
    subnets_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    subnets_->setMinimumContentsLength(14);
    auto* add = new QPushButton(icon(Icon::add), tr("Add a subnet"));
    add->setObjectName("addSubnet");
    remove_subnet_->setObjectName("removeSubnet");
    connect(add, &QPushButton::clicked, this, [this] {
        Subnet subnet;
        subnet.name = tr("Cameras").toStdString();
        subnet.network = "192.168.10.0/24";
        for (int third = 10; third < 250; ++third) {
            subnet.network = tr("192.168.%1.0/24").arg(third).toStdString();
            const auto network = ipv4_network_in(subnet.network);
            const auto& all = document_.committed().subnets;
            if (std::none_of(all.begin(), all.end(), [&](const Subnet& one) {
                    const auto other = ipv4_network_in(one.network);
                    return network && other && network->overlaps(*other);
                }))
                break;
        }
        const Result<Added> added = add_subnet(document_.committed(), subnet);
        if (document_.edit(tr("Add a subnet"), added ? Result<Site>(added->site) : added.error()))
            subnets_->setCurrentIndex(subnets_->findData(q(added->id)));
        network_->setFocus();
        network_->selectAll();
    });
    connect(remove_subnet_, &QPushButton::clicked, this, [this] {
        document_.edit(tr("Remove subnet %1").arg(q(shown_subnet())),
                       remove_object(document_.committed(), document_.catalogue(), shown_subnet()));
    });
    connect(subnets_, &QComboBox::currentIndexChanged, this, &AddressPage::show_subnet);
    subnet_grid_ = new QGridLayout;
    subnet_grid_->setVerticalSpacing(2);
    network_ = subnet_field("subnetNetwork", {tr("Network"), "192.168.10.0/24"});
    gateway_ = subnet_field("subnetGateway", {tr("Gateway"), "192.168.10.1"});
    dhcp_ = subnet_field("subnetDhcp", {tr("Handed out by DHCP"), "192.168.10.200-250"});
    vlan_ = subnet_field("subnetVlan", {tr("VLAN, 0 for none"), "30"});
    reserved_ = subnet_field("subnetReserved", {tr("Kept free"), "192.168.10.2-9"});
    domain_ = subnet_field("subnetDomain", {tr("Domain of the names"), "cams.lan"});
    auto* row = new QHBoxLayout;
    row->addWidget(subnets_, 1);
    row->addWidget(add);
    row->addWidget(remove_subnet_);
    auto* column = new QVBoxLayout;
    column->addLayout(row);
    column->addLayout(subnet_grid_);
    return column;
}

QLayout* AddressPage::make_buttons() {
    order_->setObjectName("addressOrder");
    order_->setAccessibleName(tr("Order of the units"));
    for (AddressOrder order : {AddressOrder::by_place, AddressOrder::by_channel})
        order_->addItem(q(title(order)), static_cast<int>(order));
    connect(order_, &QComboBox::activated, this, &AddressPage::refresh);
    auto* number = new QPushButton(tr("Number them"));
    number->setObjectName("numberUnits");
    number->setToolTip(
        tr("Gives an address and a recorder channel to every unit that has none, from behind the "
           "highest in use; what is set stays"));
    connect(number, &QPushButton::clicked, this, &AddressPage::number_all);
    auto* scan = new QPushButton(icon(Icon::bring_in), tr("Scan…"));
    scan->setObjectName("bringInScan");
    scan->setToolTip(tr("Addresses in use, from a file: nmap -oX, ip neigh, arp -a, CSV"));
    connect(scan, &QPushButton::clicked, this, [this] {
        const QString path = prompts_.open_path(
            this, {tr("Bring in a scan"), tr("Scans (*.xml *.txt *.csv *)"), {}});
        if (!path.isEmpty()) bring_in(path);
    });
    auto* look = new QPushButton(icon(Icon::search), tr("Look…"));
    look->setObjectName("lookForCameras");
    look->setToolTip(tr("Looks for cameras on a network of this computer, when you say so"));
    connect(look, &QPushButton::clicked, this, [this] { LookDialog(document_, this).exec(); });
    others_->setObjectName("othersInUse");
    others_->setToolTip(tr("Who else was found by scans: say that it is a unit, or forget it"));
    connect(others_, &QPushButton::clicked, this, [this] { SeenDialog(document_, this).exec(); });
    auto* save_button = new QPushButton(icon(Icon::save), tr("Save"));
    save_button->setObjectName("saveAddresses");
    auto* menu = new QMenu(save_button);
    connect(menu->addAction(tr("All addresses as CSV…")), &QAction::triggered, this,
            [this] { save(tr("CSV (*.csv)"), tr("addresses.csv"), addresses_csv); });
    connect(menu->addAction(tr("Host lines for a dnsmasq server…")), &QAction::triggered, this,
            [this] { save(tr("Configuration (*.conf)"), tr("hosts.conf"), dnsmasq_hosts); });
    save_button->setMenu(menu);
    auto* row = new QHBoxLayout;
    row->setSpacing(5);
    for (QPushButton* button : {number, scan, look, others_, save_button}) row->addWidget(button);
    row->addStretch(1);
    return row;
}

void AddressPage::make_table() {
    table_->setObjectName("addressTable");
    table_->setAccessibleName(tr("Units and their addresses"));
    table_->setModel(model_);
    table_->setItemDelegateForColumn(static_cast<int>(AddressColumn::verdict),
                                     new VerdictDelegate(AddressModel::verdict_role, table_));
    make_plain(*table_, static_cast<int>(AddressColumn::name));
    table_->setEditTriggers(QAbstractItemView::DoubleClicked | QAbstractItemView::EditKeyPressed);
    const QFontMetrics metrics(table_->font());
    const std::pair<AddressColumn, QString> widest[] = {
        {AddressColumn::verdict, "  "},
        {AddressColumn::unit, "REC12"},
        {AddressColumn::address, "192.168.100.200"},
        {AddressColumn::channel, tr("Channel")},
        {AddressColumn::state, q(title(UnitState::recording))},
        {AddressColumn::mac, "02:00:5e:10:00:1c"}};
    for (const auto& [column, text] : widest)
        table_->setColumnWidth(static_cast<int>(column), metrics.horizontalAdvance(text) + 20);
    table_->installEventFilter(this);
    connect(table_->selectionModel(), &QItemSelectionModel::currentRowChanged, this,
            &AddressPage::take_row);
}

QLayout* AddressPage::make_foot() {
    faults_->setObjectName("addressFaults");
    faults_->setAccessibleName(tr("What is wrong with addresses"));
    faults_->setWordWrap(true);
    faults_->setLayoutMode(QListView::Batched);
    faults_->setFrameShape(QFrame::NoFrame);
    connect(faults_, &QListWidget::itemActivated, this, [this](QListWidgetItem* item) {
        document_.select(item->data(Qt::UserRole).toString().toStdString());
    });
    connect(faults_, &QListWidget::itemClicked, this, [this](QListWidgetItem* item) {
        document_.select(item->data(Qt::UserRole).toString().toStdString());
    });
    unit_heading_->setObjectName("unitHeading");
    unit_heading_->setFont(text_font(*this, 1.0, true));
    unit_steps_->setObjectName("unitSteps");
    unit_steps_->setWordWrap(true);
    unit_steps_->setAlignment(Qt::AlignTop | Qt::AlignLeft);
    unit_steps_->setTextInteractionFlags(Qt::TextSelectableByMouse);
    serial_->setObjectName("unitSerial");
    serial_->setAccessibleName(tr("Serial number"));
    serial_->setPlaceholderText(tr("Serial number"));
    firmware_->setObjectName("unitFirmware");
    firmware_->setAccessibleName(tr("Firmware"));
    firmware_->setPlaceholderText(tr("Firmware"));
    for (QLineEdit* field : {serial_, firmware_}) {
        field->setMaxLength(64);
        connect(field, &QLineEdit::editingFinished, this, &AddressPage::change_unit_text);
    }
    auto* wrong = new QLabel(tr("What is wrong"));
    wrong->setFont(text_font(*this, 1.0, true));
    auto* left = new QVBoxLayout;
    left->addWidget(wrong);
    left->addWidget(faults_, 1);
    auto* texts = new QHBoxLayout;
    texts->addWidget(serial_);
    texts->addWidget(firmware_);
    auto* right = new QVBoxLayout;
    right->addWidget(unit_heading_);
    auto* steps = new QScrollArea;
    steps->setObjectName("unitStepsArea");
    steps->setAccessibleName(tr("How to reach the unit"));
    steps->setWidget(unit_steps_);
    steps->setWidgetResizable(true);
    steps->setFrameShape(QFrame::NoFrame);
    steps->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    right->addWidget(steps, 1);
    right->addLayout(texts);
    auto* foot = new QHBoxLayout;
    foot->setSpacing(16);
    foot->addLayout(left, 1);
    foot->addLayout(right, 1);
    faults_->setFixedHeight(8 * QFontMetrics(font()).height());
    steps->setFixedHeight(6 * QFontMetrics(font()).height() + 6);
    return foot;
}

void AddressPage::refresh() {
    job_.start_or_do(
        !document_.large(),
        [net = document_.shared_site_network(), order = order()](const Wanted&) {
            return read_addresses(net, order);
        },
        [this](AddressesRead read) { take_read(std::move(read)); });
}

AddressOrder AddressPage::order() const {
    return static_cast<AddressOrder>(order_->currentData().toInt());
}

void AddressPage::take_read(AddressesRead read) {
    summary_->setText(q(read.text));
    model_->take(std::move(read));
    others_->setText(tr("Others (%1)…").arg(document_.committed().seen.size()));
    others_->setEnabled(!document_.committed().seen.empty());
    const std::string shown = shown_subnet();
    {
        const QSignalBlocker blocked(subnets_);
        subnets_->clear();
        for (const Subnet& subnet : document_.committed().subnets)
            subnets_->addItem(q(subnet.id + "  " + subnet.name + "  " + subnet.network),
                              q(subnet.id));
        if (subnets_->count() == 0) subnets_->addItem(tr("No subnet yet"), QString());
        subnets_->setCurrentIndex(std::max(0, subnets_->findData(q(shown))));
    }
    show_subnet();
    faults_->clear();
    slices_.start(model_->faults().size(), [this](std::size_t i) {
        const Check& fault = model_->faults()[i];
        auto* item = new QListWidgetItem(q(sentence(fault, document_.text())));
        item->setData(Qt::UserRole, q(fault.subject));
        faults_->addItem(item);
    });
    if (model_->faults().empty() && !document_.committed().subnets.empty())
        faults_->addItem(tr("Nothing."));
    take_selection();
}

std::string AddressPage::shown_subnet() const {
    return subnets_->currentData().toString().toStdString();
}

void AddressPage::show_subnet() {
    const Subnet* found = find_subnet(document_.committed(), shown_subnet());
    const Subnet& subnet = or_nothing(found);
    QStringList reserved;
    for (const std::string& one : subnet.reserved) {
        const auto kept = ipv4_range_in(one);
        reserved << q(kept ? ipv4_range_text(*kept) : one);
    }
    network_->setText(q(subnet.network));
    gateway_->setText(q(subnet.gateway));
    const auto range = handed_out(subnet);
    dhcp_->setText(range ? q(ipv4_range_text(*range)) : QString());
    vlan_->setText(found ? QString::number(subnet.vlan) : QString());
    reserved_->setText(reserved.join(", "));
    domain_->setText(q(subnet.domain));
    for (QWidget* field : {static_cast<QWidget*>(network_), static_cast<QWidget*>(gateway_),
                           static_cast<QWidget*>(dhcp_), static_cast<QWidget*>(vlan_),
                           static_cast<QWidget*>(reserved_), static_cast<QWidget*>(domain_),
                           static_cast<QWidget*>(remove_subnet_)})
        field->setEnabled(found != nullptr);
}

void AddressPage::change_subnet() {
    const Subnet* found = find_subnet(document_.committed(), shown_subnet());
    if (!found) return;
    Subnet subnet = *found;
    const auto network = ipv4_network_in(network_->text().trimmed().toStdString());
    subnet.network = network ? ipv4_network_text(*network) : network_->text().toStdString();
    subnet.gateway = gateway_->text().trimmed().toStdString();
    if (!take_range(dhcp_->text().trimmed(), subnet)) {
        emit document_.refused(
            tr("“%1” is no range such as 192.168.10.200-250").arg(dhcp_->text()));
        return show_subnet();
    }
    bool good = false;
    const int vlan = vlan_->text().trimmed().toInt(&good);
    subnet.vlan = vlan_->text().trimmed().isEmpty() ? 0 : good ? vlan : -1;
    subnet.reserved.clear();
    for (const QString& one : reserved_->text().split(',', Qt::SkipEmptyParts)) {
        const QString trimmed = QString(one).remove(' ');
        if (!trimmed.isEmpty()) subnet.reserved.push_back(trimmed.toStdString());
    }
    subnet.domain = domain_->text().trimmed().toStdString();
    if (subnet == *found) return;
    if (!document_.edit(tr("Change subnet %1").arg(q(subnet.id)),
                        replace_subnet(document_.committed(), subnet)))
        show_subnet();
}

void AddressPage::number_all() {
    const Numbering wanted{shown_subnet(), order()};
    const Result<Site> numbered = number_units(document_.site_network(), wanted);
    if (!numbered) {
        document_.edit(tr("Number units"), numbered);
        return;
    }
    const Network net = lay_out(*numbered, document_.catalogue());
    document_.edit(tr("Number units"), number_channels(net));
}

void AddressPage::bring_in(const QString& path) {
    const auto refuse = [&](const Error& error) { emit document_.refused(q(sentence(error))); };
    const Result<std::string> text = read_file(path.toStdString(), largest_scan_bytes);
    if (!text) return refuse(text.error());
    const Result<ScanRead> scan = read_scan(*text);
    if (!scan) return refuse(scan.error());
    const Signed now{initials().toStdString(), now_text().toStdString()};
    const ScanTaken taken = take_scan(document_.committed(), scan->found, now);
    if (!document_.edit(tr("Bring in a scan"), Result<Site>(taken.site))) return;
    QString told = q(scan_text(taken));
    if (!scan->lines.empty())
        told += tr(" Lines not understood: %1, the first: %2")
                    .arg(scan->lines.size())
                    .arg(q(sentence(scan->lines.front())));
    emit document_.refused(told);
}

void AddressPage::save(const QString& filter, const QString& what,
                       std::string (*text)(const Network&)) {
    save_export_of(this, document_, prompts_, {tr("Save addresses"), filter, what},
                   [&] { return text(document_.site_network()); });
}

void AddressPage::take_row() {
    const std::string device = model_->device_at(table_->currentIndex().row());
    if (!device.empty() && device != document_.selected()) document_.select(device);
    show_unit();
}

// The selection of the site goes to its row; where it is no unit of the table, the row stays.
void AddressPage::take_selection() {
    const int row = model_->row_of(document_.selected());
    if (row >= 0 && row != table_->currentIndex().row()) {
        const int column =
            std::max(table_->currentIndex().column(), static_cast<int>(AddressColumn::address));
        table_->setCurrentIndex(model_->index(row, column));
    }
    // Once the table has its size.
    QTimer::singleShot(0, table_, [this] { table_->scrollTo(table_->currentIndex()); });
    show_unit();
}

void AddressPage::show_unit() {
    const std::string id = model_->device_at(table_->currentIndex().row());
    const Device* device = find_device(document_.committed(), id);
    serial_->setEnabled(device);
    firmware_->setEnabled(device);
    if (!device) {
        unit_heading_->setText(tr("Choose a unit"));
        unit_steps_->setText(tr("above, to see how to reach it."));
        serial_->clear();
        firmware_->clear();
        return;
    }
    const OnNetwork& own = or_nothing(device->on_network);
    serial_->setText(q(own.serial));
    firmware_->setText(q(own.firmware));
    unit_heading_->setText(q(device->id) + "  " + q(title(own.state)) +
                           (own.when.empty()
                                ? QString()
                                : tr(", %1 %2").arg(q(own.who), q(own.when)).replace('T', ' ')));
    for (const ReachUnit& unit : model_->to_reach()) {
        if (unit.device != id) continue;
        QStringList steps;
        for (const std::string& step : reach_steps(model_->network(), unit))
            steps << tr("%1. %2").arg(steps.size() + 1).arg(q(step));
        return unit_steps_->setText(steps.join("\n"));
    }
    const auto& rows = model_->rows();
    const int row = table_->currentIndex().row();
    const QString text = q(row_text(model_->network(), rows[static_cast<std::size_t>(row)]));
    unit_steps_->setText(!text.isEmpty()       ? text
                         : own.address.empty() ? tr("It has no address yet.")
                                               : tr("It is reached at %1.").arg(q(own.address)));
}

void AddressPage::change_unit_text() {
    const std::string id = model_->device_at(table_->currentIndex().row());
    const Device* device = find_device(document_.committed(), id);
    if (!device) return;
    OnNetwork record = or_nothing(device->on_network);
    record.serial = serial_->text().trimmed().toStdString();
    record.firmware = firmware_->text().trimmed().toStdString();
    if (record == or_nothing(device->on_network)) return;
    document_.edit(tr("Serial and firmware of %1").arg(q(id)),
                   set_on_network(document_.committed(), id, record));
}

void AddressPage::resizeEvent(QResizeEvent*) {
    // In a small window what is read most stays.
    table_->setColumnHidden(static_cast<int>(AddressColumn::mac), width() < least_with_mac_px);
}

// Space goes on to the next state. Enter opens the field, and behind what was typed goes down.
bool AddressPage::eventFilter(QObject* watched, QEvent* event) {
    if (watched != table_ || event->type() != QEvent::KeyPress)
        return QWidget::eventFilter(watched, event);
    const int key = static_cast<QKeyEvent*>(event)->key();
    const QModelIndex at = table_->currentIndex();
    if (key == Qt::Key_Space) {
        model_->advance(at.row());
        return true;
    }
    if ((key != Qt::Key_Return && key != Qt::Key_Enter) || !at.isValid())
        return QWidget::eventFilter(watched, event);
    if (!(model_->flags(at) & Qt::ItemIsEditable)) {
        table_->setCurrentIndex(model_->index(at.row(), static_cast<int>(AddressColumn::address)));
        table_->edit(table_->currentIndex());
        return true;
    }
    table_->edit(at);
    connect(
        table_->itemDelegateForIndex(at), &QAbstractItemDelegate::closeEditor, this,
        [this, at](QWidget*, QAbstractItemDelegate::EndEditHint hint) {
            if (hint == QAbstractItemDelegate::RevertModelCache) return;
            const QModelIndex below = model_->index(at.row() + 1, at.column());
            if (below.isValid()) table_->setCurrentIndex(below);
        },
        Qt::SingleShotConnection);
    return true;
}

}  // namespace ovant
