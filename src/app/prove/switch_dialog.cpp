// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/prove/switch_dialog.h"

#include <QDialogButtonBox>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QVBoxLayout>

#include <algorithm>

#include "app/document/save_export.h"
#include "app/kit/labels.h"
#include "app/kit/plain_table.h"
#include "app/kit/q.h"
#include "app/kit/signature.h"
#include "app/theme/icons.h"
#include "app/theme/theme.h"
#include "core/format/file_store.h"
#include "net/look.h"
#include "phrase/check_text.h"
#include "phrase/error_text.h"
#include "phrase/numbers.h"
#include "phrase/reading_text.h"
#include "phrase/switch_text.h"

namespace ovant {
namespace {

struct SwitchColumns {
    enum { mark, port, to, named, link, poe, watts, promised, bit_rate };
};

constexpr int shown_every_ms = 60;
// What the choice of a condition holds, beside the conditions themselves.
constexpr int by_sun_own = -1, by_sun_switch = -2;

bool is_switch(const Device& device, const Catalogue& catalogue) {
    const Kind* kind = catalogue.find(device.kind);
    return kind && kind->category == Category::network_switch;
}

}  // namespace

void SwitchDialog::open_for(Document& document, Prompts& prompts, QWidget* parent) {
    QWidget* window = parent->window();
    auto* dialog = window->findChild<SwitchDialog*>("readSwitch");
    if (!dialog) {
        dialog = new SwitchDialog(document, prompts, window);
        dialog->setAttribute(Qt::WA_DeleteOnClose);
    }
    dialog->show();
    dialog->raise();
    dialog->activateWindow();
}

SwitchDialog::SwitchDialog(Document& document, Prompts& prompts, QWidget* parent)
    : QDialog(parent),
      document_(document),
      prompts_(prompts),
      device_(new QComboBox),
      interface_(new QComboBox),
      under_(new QComboBox),
      address_(new QLineEdit),
      login_(new SnmpLoginEdit),
      every_(new QSpinBox),
      read_(new QPushButton(icon(Icon::look), tr("Read"))),
      watch_(new QPushButton(tr("Watch"))),
      keep_(new QPushButton(icon(Icon::accept), tr("Keep the readings"))),
      save_(new QPushButton(icon(Icon::save), tr("Save the series…"))),
      progress_(new QProgressBar),
      words_(wrapped_label({}, this)),
      summary_(new QLabel),
      table_(new QTableWidget),
      notes_(new QListWidget),
      chart_(new SwitchChart) {
    setObjectName("readSwitch");
    setWindowTitle(tr("Read the switch"));
    auto* said = wrapped_label(
        tr("Asks one managed switch by SNMP what its ports do, and sets nothing. Nothing is sent "
           "before you press Read or Watch. Community and pass phrases are kept nowhere."),
        this);
    set_tone(said, Tone::quiet);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(said);
    layout->addLayout(make_where());
    layout->addWidget(login_);
    layout->addLayout(make_when());
    words_->setObjectName("switchWords");
    words_->hide();
    layout->addWidget(words_);
    summary_->setObjectName("switchSummary");
    summary_->setFont(text_font(*this, 1.05, true));
    summary_->setWordWrap(true);
    summary_->hide();
    layout->addWidget(summary_);
    layout->addWidget(make_table(), 5);
    layout->addLayout(make_foot(), 2);
    resize(1000, 700);
    again_.setObjectName("watchAgain");
    connect(login_, &SnmpLoginEdit::entered, this, &SwitchDialog::read);
    connect(address_, &QLineEdit::returnPressed, this, &SwitchDialog::read);
    connect(&again_, &QTimer::timeout, this, &SwitchDialog::read);
    connect(&shown_, &QTimer::timeout, this,
            [this] { progress_->setValue(static_cast<int>(100 * job_.done_share())); });
    take_device();
    show_state();
}

QLayout* SwitchDialog::make_where() {
    device_->setObjectName("switchDevice");
    device_->setAccessibleName(tr("Switch"));
    for (const Device& device : document_.committed().devices) {
        if (is_switch(device, document_.catalogue()))
            device_->addItem(q(device.name.empty() ? device.id : device.id + "  " + device.name),
                             q(device.id));
    }
    const int selected = device_->findData(q(document_.selected()));
    if (selected >= 0) device_->setCurrentIndex(selected);
    connect(device_, &QComboBox::currentIndexChanged, this, &SwitchDialog::take_device);
    address_->setObjectName("switchAddress");
    address_->setAccessibleName(tr("Address of the switch"));
    address_->setPlaceholderText(tr("Address, 192.168.10.2"));
    address_->setToolTip(tr("Its IPv4 address; with another port than 161 as 192.168.10.2:1161"));
    interface_->setObjectName("switchInterface");
    interface_->setAccessibleName(tr("Interface of this computer"));
    interface_->addItem(tr("as this computer routes"), QString());
    for (const Interface& one : network_interfaces())
        interface_->addItem(q(one.address + "  " + one.name), q(one.address));
    auto* row = new QHBoxLayout;
    row->addWidget(device_);
    row->addWidget(new QLabel(tr("at")));
    row->addWidget(address_, 1);
    row->addWidget(new QLabel(tr("from")));
    row->addWidget(interface_);
    return row;
}

QLayout* SwitchDialog::make_when() {
    under_->setObjectName("switchUnder");
    under_->setAccessibleName(tr("Under what it is read"));
    under_->addItem(tr("Day or night by the sun, this computer's clock"), by_sun_own);
    under_->addItem(tr("Day or night by the sun, the switch's clock"), by_sun_switch);
    for (Condition condition : all_conditions)
        under_->addItem(q(title(condition)), static_cast<int>(condition));
    under_->setToolTip(tr("The condition that the promise is worked out for"));
    every_->setObjectName("watchEvery");
    every_->setAccessibleName(tr("Seconds between two readings"));
    every_->findChild<QLineEdit*>()->setAccessibleName(every_->accessibleName());
    every_->setRange(1, 3600);
    every_->setValue(60);
    every_->setSuffix(tr(" s"));
    every_->setPrefix(tr("every "));
    read_->setObjectName("readNow");
    watch_->setObjectName("watchNow");
    // Enter in a field reads; a default button would be pressed by it once more.
    read_->setAutoDefault(false);
    watch_->setAutoDefault(false);
    watch_->setToolTip(tr("Reads again and again until you press Stop"));
    progress_->setObjectName("switchProgress");
    progress_->setRange(0, 100);
    progress_->setTextVisible(false);
    progress_->setFixedWidth(90);
    QSizePolicy kept_free = progress_->sizePolicy();
    kept_free.setRetainSizeWhenHidden(true);
    progress_->setSizePolicy(kept_free);
    // As wide with either of their words.
    read_->setMinimumWidth(read_->sizeHint().width());
    watch_->setMinimumWidth(watch_->sizeHint().width() + fontMetrics().averageCharWidth() * 3);
    connect(read_, &QPushButton::clicked, this, [this] {
        if (job_.running() && !watching())
            stop(tr("Stopped."));
        else
            read();
    });
    connect(watch_, &QPushButton::clicked, this,
            [this] { watching() ? stop(tr("Watching has ended.")) : watch(); });
    auto* row = new QHBoxLayout;
    row->addWidget(new QLabel(tr("Promise for")));
    row->addWidget(under_);
    row->addStretch(1);
    row->addWidget(progress_);
    row->addWidget(read_);
    row->addWidget(watch_);
    row->addWidget(every_);
    return row;
}

QWidget* SwitchDialog::make_table() {
    table_->setObjectName("switchTable");
    table_->setAccessibleName(tr("Ports of the switch"));
    table_->setColumnCount(SwitchColumns::bit_rate + 1);
    table_->setHorizontalHeaderLabels({QString(), tr("Port"), tr("To"), tr("Named there"),
                                       tr("Link"), tr("PoE"), tr("Watts"), tr("  Promised"),
                                       tr("Bit rate")});
    make_plain(*table_, SwitchColumns::to);
    connect(table_, &QTableWidget::itemSelectionChanged, this, &SwitchDialog::show_port);
    return table_;
}

QLayout* SwitchDialog::make_foot() {
    notes_->setObjectName("switchNotes");
    notes_->setAccessibleName(tr("What is to be looked at"));
    notes_->setWordWrap(true);
    notes_->setFrameShape(QFrame::NoFrame);
    connect(notes_, &QListWidget::itemActivated, this, [this](QListWidgetItem* item) {
        table_->setCurrentCell(item->data(Qt::UserRole).toInt(), SwitchColumns::port);
    });
    connect(notes_, &QListWidget::itemClicked, notes_, &QListWidget::itemActivated);
    auto* seen = new QHBoxLayout;
    seen->addWidget(notes_, 1);
    seen->addWidget(chart_, 1);
    keep_->setObjectName("keepReadings");
    keep_->setToolTip(
        tr("Into the site: of each port the greatest watts and bit rate and the least link rate, "
           "by day and by night, with how often they were read"));
    save_->setObjectName("saveSeries");
    save_->setToolTip(tr("All that was read, as CSV"));
    connect(keep_, &QPushButton::clicked, this, &SwitchDialog::keep);
    connect(save_, &QPushButton::clicked, this, &SwitchDialog::save_series);
    connect(&document_, &Document::refused, words_, &QLabel::setText);
    connect(&document_, &Document::exported, this, [this](const QString& path) {
        words_->setText(tr("Saved in %1.").arg(path));
        words_->show();
    });
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    buttons->addButton(keep_, QDialogButtonBox::ActionRole);
    buttons->addButton(save_, QDialogButtonBox::ActionRole);
    for (QPushButton* button : buttons->findChildren<QPushButton*>()) button->setAutoDefault(false);
    connect(buttons, &QDialogButtonBox::rejected, this, &SwitchDialog::reject);
    auto* foot = new QVBoxLayout;
    foot->addLayout(seen, 1);
    foot->addWidget(buttons);
    return foot;
}

std::string SwitchDialog::device() const { return device_->currentData().toString().toStdString(); }

void SwitchDialog::take_device() {
    const Device* device = find_device(document_.committed(), this->device());
    if (device && device->on_network && !device->on_network->address.empty())
        address_->setText(q(device->on_network->address));
}

void SwitchDialog::watch() {
    again_.start(every_->value() * 1000);
    read();
    show_state();
}

void SwitchDialog::stop(const QString& words) {
    job_.stop();
    again_.stop();
    shown_.stop();
    progress_->setValue(0);
    words_->setText(words);
    words_->setVisible(!words.isEmpty());
    show_state();
}

// A read that takes longer than the pause between two is waited for.
void SwitchDialog::read() {
    if (job_.running()) return;
    const Result<SnmpAt> typed = with_address({}, address_->text().trimmed().toStdString());
    if (!typed) return stop(q(sentence(typed.error())));
    SnmpAt at = *typed;
    if (at.address.empty()) return stop(tr("Type the address of the switch."));
    at.interface_address = interface_->currentData().toString().toStdString();
    const SnmpLogin login = login_->login();
    const std::string of = device();
    // Another switch begins anew; what was read of the one before is kept or lost knowingly.
    if (of != of_ && !kept_ && series_.count > 0 &&
        prompts_.ask(
            this, tr("What was read of %1 is not kept. Begin with %2 anyway?").arg(q(of_), q(of)),
            {tr("Throw it away"), tr("Back")}) != 0)
        return stop({});
    if (of != of_) series_ = {};
    if (of != of_) moments_.clear();
    of_ = of;
    words_->hide();
    SwitchAsked asked;
    asked.device = of;
    asked.now = {initials().toStdString(), now_text().toStdString()};
    const int under = under_->currentData().toInt();
    shown_.start(shown_every_ms);
    job_.start(
        [at, login, asked, under, series = series_, site = document_.shared_committed(),
         catalogue = document_.shared_catalogue()](const Wanted& wanted) mutable {
            Answer out{std::move(series), std::nullopt};
            const Result<SnmpRead> got =
                read_snmp(at, login, [&](double share) { return wanted.go_on(share); });
            if (!got) {
                out.error = got.error();
                return std::make_shared<const Answer>(std::move(out));
            }
            SwitchState state = switch_state(got->vars);
            state.cut_short = got->more;
            if (under == by_sun_switch && !state.clock.empty())
                asked.now.when = state.clock.substr(0, 16);
            if (under >= 0) {
                asked.under = static_cast<ReadUnder>(under);
            } else {
                const UnderSun sun = under_sun(site->settings, asked.now.when);
                asked.under = sun.under;
                asked.or_under = sun.or_under;
            }
            if (wanted.still())
                out.error = take_state(out.series, *site, *catalogue, std::move(state), asked);
            return std::make_shared<const Answer>(std::move(out));
        },
        [this](std::shared_ptr<const Answer> answer) { take(*answer); });
    show_state();
}

void SwitchDialog::take(const Answer& answer) {
    shown_.stop();
    progress_->setValue(0);
    if (answer.error) {
        // While it is watched, one answer that does not come is no end.
        words_->setText(
            watching() ? tr("%1: %2 It is asked again.")
                             .arg(q(now_text().mid(11).toStdString()), q(sentence(*answer.error)))
                       : q(sentence(*answer.error)));
        words_->show();
        show_state();
        return;
    }
    words_->hide();
    series_ = answer.series;
    kept_ = false;
    moments_.resize(series_.seen->rows.size());
    for (std::size_t i = 0; i < moments_.size(); ++i) {
        const std::optional<ReadingAlong>& one = series_.seen->rows[i].watts;
        if (one)
            moments_[i].push_back(
                {series_.last->up_s, one->reading.when, one->judged, one->reading.value});
    }
    show_series();
    show_state();
}

void SwitchDialog::show_series() {
    const SwitchSeen& seen = *series_.seen;
    const int chosen = table_->currentRow();
    {
        const QSignalBlocker blocked(table_);
        table_->setRowCount(0);
        table_->setRowCount(static_cast<int>(seen.rows.size()));
        for (std::size_t i = 0; i < seen.rows.size(); ++i)
            fill_row(static_cast<int>(i), seen.rows[i]);
        for (int column = SwitchColumns::port; column <= SwitchColumns::bit_rate; ++column) {
            if (column != SwitchColumns::to) table_->resizeColumnToContents(column);
        }
        table_->setColumnWidth(SwitchColumns::mark, 26);
        // Numbers to the right stand clear of the text behind them.
        table_->setColumnWidth(
            SwitchColumns::promised,
            table_->columnWidth(SwitchColumns::promised) + 2 * fontMetrics().averageCharWidth());
        table_->setCurrentCell(std::clamp(chosen, 0, table_->rowCount() - 1), SwitchColumns::port);
    }
    notes_->clear();
    for (bool trouble : {true, false}) {
        for (const SwitchNote& note : seen.notes) {
            if (is_trouble(note.kind) != trouble) continue;
            auto* item = new QListWidgetItem(q(switch_note_text(of_, note)), notes_);
            const auto row =
                std::find_if(seen.rows.begin(), seen.rows.end(),
                             [&](const SwitchRow& one) { return one.port == note.port; });
            item->setData(Qt::UserRole, static_cast<int>(row - seen.rows.begin()));
        }
    }
    if (notes_->count() == 0) notes_->addItem(tr("Nothing else is to be looked at."));
    QString told = q(switch_text(*series_.last, document_.units()));
    if (seen.given && seen.given->judged.verdict != ReadingVerdict::no_promise)
        told +=
            " " +
            tr("All ports together: %1.")
                .arg(q(reading_text(seen.given->reading, seen.given->judged, document_.units())));
    if (series_.count > 1) told += " " + tr("Read %1 times.").arg(series_.count);
    summary_->setText(told);
    summary_->show();
    show_port();
}

void SwitchDialog::fill_row(int row, const SwitchRow& seen) {
    const UnitSystem units = document_.units();
    const SwitchPort* told = seen.at ? &series_.last->ports[*seen.at] : nullptr;
    // The gravest of what is read and noted at the port.
    Verdict verdict = seen.far.empty() ? Verdict::unknown : Verdict::holds;
    QStringList tips;
    for (const auto* one : {&seen.watts, &seen.rate, &seen.bit_rate}) {
        if (!*one) continue;
        tips << q(title((*one)->reading.of) + ": " +
                  reading_text((*one)->reading, (*one)->judged, units));
        const ReadingVerdict now = (*one)->judged.verdict;
        if (now == ReadingVerdict::off) verdict = Verdict::fails;
        if (now == ReadingVerdict::impossible && verdict != Verdict::fails)
            verdict = Verdict::tight;
    }
    for (const SwitchNote& note : series_.seen->notes) {
        if (note.port != seen.port) continue;
        tips << q(switch_note_text(of_, note));
        if (is_trouble(note.kind) && verdict != Verdict::fails) verdict = Verdict::tight;
    }
    if (!told) verdict = Verdict::unknown;
    auto* shape = new VerdictMark(verdict, 11, this);
    shape->setAccessibleName(q(title(verdict)));
    auto* cell = new QWidget;
    auto* middle = new QHBoxLayout(cell);
    middle->setContentsMargins(0, 0, 0, 0);
    middle->addWidget(shape, 0, Qt::AlignCenter);
    table_->setCellWidget(row, SwitchColumns::mark, cell);
    const Device* far = find_device(document_.committed(), seen.far);
    QString cells[SwitchColumns::bit_rate + 1];
    cells[SwitchColumns::port] = q(seen.port);
    cells[SwitchColumns::to] =
        far && !far->name.empty() ? q(seen.far + "  " + far->name) : q(seen.far);
    if (told) {
        cells[SwitchColumns::named] =
            q(told->alias.empty() ? told->name : told->name + "  " + told->alias);
        cells[SwitchColumns::link] =
            !told->enabled ? tr("off")
            : told->up     ? q(shown(told->rate_mbps, Unit::megabit_per_second, units))
                           : tr("down");
        cells[SwitchColumns::poe] = q(title(told->pse));
        if (told->poe_class) cells[SwitchColumns::poe] += tr(", class %1").arg(*told->poe_class);
        if (told->watts) cells[SwitchColumns::watts] = q(shown(*told->watts, Unit::watt, units));
    }
    if (seen.watts) {
        const JudgedReading& judged = seen.watts->judged;
        cells[SwitchColumns::promised] = q(shown(judged.least, Unit::watt, units)) + " – " +
                                         q(shown(judged.most, Unit::watt, units));
        cells[SwitchColumns::promised].prepend("  ");
    }
    if (seen.bit_rate)
        cells[SwitchColumns::bit_rate] =
            q(shown(seen.bit_rate->reading.value, Unit::megabit_per_second, units));
    for (int column = 0; column <= SwitchColumns::bit_rate; ++column) {
        auto* item = new QTableWidgetItem(cells[column]);
        item->setToolTip(tips.join('\n'));
        if (column == SwitchColumns::watts || column == SwitchColumns::bit_rate)
            item->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
        table_->setItem(row, column, item);
    }
}

void SwitchDialog::show_port() {
    const int row = table_->currentRow();
    if (!series_.seen || row < 0 || static_cast<std::size_t>(row) >= moments_.size()) {
        chart_->show_port({}, {});
        return;
    }
    const SwitchRow& seen = series_.seen->rows[static_cast<std::size_t>(row)];
    chart_->show_port(q(of_ + "." + seen.port + (seen.far.empty() ? "" : "  " + seen.far)),
                      moments_[static_cast<std::size_t>(row)]);
    if (isActiveWindow() && !seen.far.empty() && seen.far != document_.selected() &&
        find_device(document_.committed(), seen.far))
        document_.select(seen.far);
}

void SwitchDialog::show_state() {
    const bool there = device_->count() > 0;
    progress_->setVisible(job_.running());
    read_->setText(job_.running() && !watching() ? tr("Stop") : tr("Read"));
    read_->setEnabled(there && !watching());
    watch_->setText(watching() ? tr("Stop") : tr("Watch"));
    watch_->setEnabled(there);
    for (QWidget* field :
         std::initializer_list<QWidget*>{device_, address_, interface_, login_, under_, every_})
        field->setEnabled(!watching());
    keep_->setEnabled(series_.count > 0 && !kept_);
    save_->setEnabled(series_.count > 0);
    if (!there) {
        words_->setText(tr("The site has no switch."));
        words_->show();
    }
}

// One step of history.
void SwitchDialog::keep() {
    const std::vector<Reading> readings = readings_to_keep(series_, document_.units());
    if (!document_.edit(tr("Keep what %1 told").arg(q(of_)),
                        keep_readings(document_.committed(), readings)))
        return;
    kept_ = true;
    words_->setText(tr("%n reading(s) kept.", nullptr, static_cast<int>(readings.size())));
    words_->show();
    show_state();
}

void SwitchDialog::save_series() {
    save_export_of(this, document_, prompts_,
                   {tr("Save the series"), tr("Series (*.csv)"), tr("%1 watched.csv").arg(q(of_))},
                   [&] { return series_.csv; });
}

void SwitchDialog::reject() {
    if (!kept_ && series_.count > 1) {
        const int answer =
            prompts_.ask(this, tr("What was watched of %1 is not kept in the site.").arg(q(of_)),
                         {tr("Keep it"), tr("Throw it away"), tr("Back")});
        if (answer != 0 && answer != 1) return;
        if (answer == 0) {
            keep();
            if (!kept_) return;
        }
    }
    stop({});
    QDialog::reject();
}

}  // namespace ovant
