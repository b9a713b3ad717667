// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/settings_dialog.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include <algorithm>

#include "app/kit/quantity_edit.h"
#include "app/theme/theme.h"
#include "core/format/enum_names.h"
#include "core/format/site_json.h"
#include "phrase/error_text.h"

namespace ovant {
namespace {

struct NumberField {
    const char* label;
    const char* name;
    Unit unit;
    double factor;      // shown = stored x factor
    const char* place;  // as an error names it
    double& (*value)(Settings&);
};

const NumberField number_fields[] = {
    {QT_TRANSLATE_NOOP("SettingsDialog", "Warmest day"), "day", Unit::celsius, 1, "settings/day_c",
     [](Settings& s) -> double& { return s.day_c; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Usual night"), "night", Unit::celsius, 1,
     "settings/night_c", [](Settings& s) -> double& { return s.night_c; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Coldest night"), "coldest", Unit::celsius, 1,
     "settings/coldest_night_c", [](Settings& s) -> double& { return s.coldest_night_c; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Indoors"), "indoor", Unit::celsius, 1,
     "settings/indoor_c", [](Settings& s) -> double& { return s.indoor_c; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Service loop at each end"), "loop", Unit::metre, 1,
     "settings/service_loop_m", [](Settings& s) -> double& { return s.service_loop_m; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Usual drop at an end"), "drop", Unit::metre, 1,
     "settings/default_drop_m", [](Settings& s) -> double& { return s.default_drop_m; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Keep back of power"), "keepPower", Unit::percent, 100,
     "settings/keep_back/power_share",
     [](Settings& s) -> double& { return s.keep_back.power_share; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Keep back of length"), "keepLength", Unit::percent, 100,
     "settings/keep_back/length_share",
     [](Settings& s) -> double& { return s.keep_back.length_share; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Keep back of volts"), "keepVolts", Unit::percent, 100,
     "settings/keep_back/volts_share",
     [](Settings& s) -> double& { return s.keep_back.volts_share; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Keep back of data"), "keepData", Unit::percent, 100,
     "settings/keep_back/data_share",
     [](Settings& s) -> double& { return s.keep_back.data_share; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Keep back of light"), "keepLight", Unit::decibel, 1,
     "settings/keep_back/light_db", [](Settings& s) -> double& { return s.keep_back.light_db; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Keep back of radio fade"), "keepFade", Unit::decibel, 1,
     "settings/keep_back/fade_db", [](Settings& s) -> double& { return s.keep_back.fade_db; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Keep back of battery"), "keepBattery", Unit::percent, 100,
     "settings/keep_back/battery_share",
     [](Settings& s) -> double& { return s.keep_back.battery_share; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Radiated power allowed here"), "eirp",
     Unit::decibel_milliwatt, 1, "settings/eirp_limit_dbm",
     [](Settings& s) -> double& { return s.eirp_limit_dbm; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Rain to plan for, mm an hour"), "rain", Unit::none, 1,
     "settings/rain_mm_per_h", [](Settings& s) -> double& { return s.rain_mm_per_h; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Radio up in rain, % of year"), "availability", Unit::none,
     1, "settings/availability", [](Settings& s) -> double& { return s.availability; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Allowed for other radios about"), "noise", Unit::decibel,
     1, "settings/noise_allowance_db", [](Settings& s) -> double& { return s.noise_allowance_db; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Full sun a day, worst month"), "sun", Unit::hour, 1,
     "settings/sun_hours", [](Settings& s) -> double& { return s.sun_hours; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Dark hours then"), "dark", Unit::hour, 1,
     "settings/dark_hours", [](Settings& s) -> double& { return s.dark_hours; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Days a battery must last"), "sunless", Unit::none, 1,
     "settings/days_without_sun", [](Settings& s) -> double& { return s.days_without_sun; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "A backup must last"), "backupHours", Unit::hour, 1,
     "settings/backup_h", [](Settings& s) -> double& { return s.backup_h; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Capacity of an old battery"), "batteryAge", Unit::percent,
     100, "settings/battery_age_share", [](Settings& s) -> double& { return s.battery_age_share; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Price of an hour of work"), "hourPrice", Unit::none, 1,
     "settings/labour/price_per_h", [](Settings& s) -> double& { return s.labour.price_per_h; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Drawing in 100 m of cable"), "pull", Unit::hour, 1,
     "settings/labour/pull_h_per_100m",
     [](Settings& s) -> double& { return s.labour.pull_h_per_100m; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "A copper end"), "copperEnd", Unit::hour, 1,
     "settings/labour/copper_end_h", [](Settings& s) -> double& { return s.labour.copper_end_h; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "A fibre end"), "fibreEnd", Unit::hour, 1,
     "settings/labour/fibre_end_h", [](Settings& s) -> double& { return s.labour.fibre_end_h; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Mounting a unit"), "mountUnit", Unit::hour, 1,
     "settings/labour/mount_h", [](Settings& s) -> double& { return s.labour.mount_h; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Price of a mains outlet"), "outlet", Unit::none, 1,
     "settings/labour/mains_point_price",
     [](Settings& s) -> double& { return s.labour.mains_point_price; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Price of a metre of new way"), "newWay", Unit::none, 1,
     "settings/labour/new_way_per_m",
     [](Settings& s) -> double& { return s.labour.new_way_per_m; }},
};

// The day that is played.
const NumberField day_fields[] = {
    {QT_TRANSLATE_NOOP("SettingsDialog", "Degrees north"), "latitude", Unit::none, 1,
     "settings/day/latitude_deg", [](Settings& s) -> double& { return s.day.latitude_deg; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Degrees east"), "longitude", Unit::none, 1,
     "settings/day/longitude_deg", [](Settings& s) -> double& { return s.day.longitude_deg; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Clock ahead of UTC"), "utc", Unit::hour, 1,
     "settings/day/utc_offset_h", [](Settings& s) -> double& { return s.day.utc_offset_h; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Cameras see dusk apart, ± min"), "dusk", Unit::none, 1,
     "settings/day/dusk_spread_min", [](Settings& s) -> double& { return s.day.dusk_spread_min; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "PTZ tour, seconds"), "tour", Unit::none, 1,
     "settings/day/tour_s", [](Settings& s) -> double& { return s.day.tour_s; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "A tour every, seconds"), "tourEvery", Unit::none, 1,
     "settings/day/tour_every_s", [](Settings& s) -> double& { return s.day.tour_every_s; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "The outage lasts"), "outageHours", Unit::hour, 1,
     "settings/day/outage_h", [](Settings& s) -> double& { return s.day.outage_h; }},
};

// Where practitioners differ.
const NumberField practice_fields[] = {
    {QT_TRANSLATE_NOOP("SettingsDialog", "Most megapixels at 10 Mb/s"), "megapixelsAt10",
     Unit::none, 1, "settings/practice/most_megapixels_at_10",
     [](Settings& s) -> double& { return s.practice.most_megapixels_at_10; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Radio only beyond"), "radioBeyond", Unit::metre, 1,
     "settings/practice/radio_beyond_m",
     [](Settings& s) -> double& { return s.practice.radio_beyond_m; }},
};

constexpr int judged_fields = 10;  // of the list: temperatures, lengths and what is kept back

template <class T>
QComboBox* choice(const char* name, T& value, std::initializer_list<std::pair<T, QString>> items,
                  QWidget* parent) {
    auto* box = new QComboBox(parent);
    box->setObjectName(name);
    for (const auto& [item, text] : items) {
        box->addItem(text, static_cast<int>(item));
        if (item == value) box->setCurrentIndex(box->count() - 1);
    }
    QObject::connect(box, &QComboBox::currentIndexChanged, box,
                     [box, &value] { value = static_cast<T>(box->currentData().toInt()); });
    return box;
}

}  // namespace

SettingsDialog::SettingsDialog(Document& document, QWidget* parent)
    : QDialog(parent),
      document_(document),
      settings_(document.committed().settings),
      site_name_(QString::fromStdString(document.committed().name)),
      refusal_(new QLabel(this)) {
    setObjectName("settings");
    setWindowTitle(tr("Settings of the site"));
    setAttribute(Qt::WA_DeleteOnClose);
    // Two columns: the rules of judging on the left, weather, work and prices on the right.
    auto* form = new QFormLayout;
    auto* right = new QFormLayout;
    for (QFormLayout* column : {form, right}) column->setVerticalSpacing(5);
    auto* name = new QLineEdit(site_name_);
    name->setObjectName("siteName");
    name->setProperty("place", "name");
    connect(name, &QLineEdit::textChanged, this,
            [this](const QString& text) { site_name_ = text; });
    form->addRow(tr("Name of the site"), name);
    form->addRow(tr("Units"), choice<UnitSystem>("units", settings_.units,
                                                 {{UnitSystem::metric, tr("Metres, °C, mm²")},
                                                  {UnitSystem::imperial, tr("Feet, °F, AWG")}},
                                                 this));
    form->addRow(
        tr("Plugs wired"),
        choice<PlugWiring>("plugs", settings_.plug_wiring,
                           {{PlugWiring::t568a, "T568A"}, {PlugWiring::t568b, "T568B"}}, this));
    form->addRow(tr("A switch is counted by"),
                 choice<SwitchBasis>("basis", settings_.switch_basis,
                                     {{SwitchBasis::by_class, tr("Class reserved")},
                                      {SwitchBasis::greatest_draw, tr("Greatest draw")},
                                      {SwitchBasis::typical, tr("Typical draw")}},
                                     this));
    form->addRow(tr("Volts of the port"),
                 choice<SourceVolts>("source", settings_.source_volts,
                                     {{SourceVolts::worst, tr("Least that is allowed")},
                                      {SourceVolts::nominal, tr("Nominal")}},
                                     this));
    form->addRow(tr("Prefer ways by"),
                 choice<Preference>("preference", settings_.preference,
                                    {{Preference::price, tr("Price")},
                                     {Preference::fewest_parts, tr("Fewest things that can fail")},
                                     {Preference::least_work, tr("Least work on site")}},
                                    this));
    form->addRow(tr("With no pathway drawn"),
                 choice<Between>("between", settings_.where_no_pathway,
                                 {{Between::in_ground, tr("In the ground")},
                                  {Between::on_walls, tr("On walls or overhead")},
                                  {Between::indoors, tr("All indoors")}},
                                 this));
    auto* worst = new QCheckBox(tr("Judge on the worst category cable allowed"));
    worst->setObjectName("worstCable");
    worst->setChecked(settings_.worst_permitted_cable);
    connect(worst, &QCheckBox::toggled, this,
            [this](bool on) { settings_.worst_permitted_cable = on; });
    form->addRow(worst);
    const auto add_number = [&](const NumberField& field, QFormLayout* column) {
        auto* edit = new QuantityEdit(field.unit, settings_.units, this);
        edit->setObjectName(field.name);
        edit->setProperty("place", field.place);
        edit->set_value(field.value(settings_) * field.factor);
        edit->setAccessibleName(tr(field.label));
        edit->setMinimumWidth(edit->fontMetrics().horizontalAdvance("-100.00 dBm") + 20);
        connect(edit, &QuantityEdit::entered, this, [this, field](std::optional<double> value) {
            if (value) field.value(settings_) = *value / field.factor;
        });
        connect(edit, &QuantityEdit::refused, &document_, &Document::refused);
        column->addRow(tr(field.label), edit);
        return edit;
    };
    for (const NumberField& field : number_fields)
        add_number(field, &field < number_fields + judged_fields ? form : right);
    auto* currency = new QLineEdit(QString::fromStdString(settings_.currency));
    currency->setObjectName("currency");
    currency->setProperty("place", "settings/currency");
    currency->setMaxLength(8);
    connect(currency, &QLineEdit::textChanged, this,
            [this](const QString& text) { settings_.currency = text.toStdString(); });
    right->addRow(tr("Currency"), currency);
    auto* day_column = new QFormLayout;
    day_column->setVerticalSpacing(5);
    auto* heading = new QLabel(tr("The day that Power plays"));
    heading->setFont(text_font(*this, 1, true));
    day_column->addRow(heading);
    auto* date = new QLineEdit(QString::fromStdString(settings_.day.date));
    date->setObjectName("dayDate");
    date->setProperty("place", "settings/day/date");
    date->setToolTip(tr("Year, month, day: 2027-01-15"));
    connect(date, &QLineEdit::textChanged, this,
            [this](const QString& text) { settings_.day.date = text.toStdString(); });
    date->setMinimumWidth(date->fontMetrics().horizontalAdvance("2027-01-15") + 24);
    day_column->addRow(tr("Date"), date);
    const auto hour_field = [&](const QString& label, const char* field_name, const char* place,
                                std::optional<double>& hour) {
        auto* edit = new QuantityEdit(Unit::hour, settings_.units, this);
        edit->setObjectName(field_name);
        edit->setProperty("place", place);
        edit->setAccessibleName(label);
        edit->set_may_be_empty(true);
        edit->setPlaceholderText(tr("never"));
        edit->set_value(hour);
        connect(edit, &QuantityEdit::entered, this,
                [&hour](std::optional<double> value) { hour = value; });
        connect(edit, &QuantityEdit::refused, &document_, &Document::refused);
        day_column->addRow(label, edit);
    };
    for (const NumberField& field : day_fields) add_number(field, day_column);
    hour_field(tr("Mains fails at"), "outageAt", "settings/day/outage_at_h",
               settings_.day.outage_at_h);
    hour_field(tr("Planned restart at"), "restartAt", "settings/day/restart_at_h",
               settings_.day.restart_at_h);
    add_practice(*day_column);
    for (const NumberField& field : practice_fields) {
        QuantityEdit* edit = add_number(field, day_column);
        edit->set_may_be_empty(true);
        edit->setPlaceholderText(tr("no limit"));
        if (field.value(settings_) == 0) edit->set_value(std::nullopt);
        connect(edit, &QuantityEdit::entered, this, [this, field](std::optional<double> value) {
            if (!value) field.value(settings_) = 0;
        });
    }
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel);
    QPushButton* accept = buttons->addButton(tr("Use these"), QDialogButtonBox::AcceptRole);
    accept->setObjectName("acceptSettings");
    connect(buttons, &QDialogButtonBox::accepted, this, &SettingsDialog::take);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* layout = new QVBoxLayout(this);
    auto* columns = new QHBoxLayout;
    columns->setSpacing(24);
    columns->addLayout(form);
    columns->addLayout(right);
    columns->addLayout(day_column);
    layout->addLayout(columns);
    refusal_->setObjectName("settingsRefusal");
    refusal_->setWordWrap(true);
    QPalette red = refusal_->palette();
    red.setColor(QPalette::WindowText, theme_of(*this).fails);
    refusal_->setPalette(red);
    layout->addWidget(refusal_);
    layout->addWidget(buttons);
    connect(&document_, &Document::refused, refusal_, &QLabel::setText);
    setMinimumWidth(1040);
}

// Rules the site may set itself, where practitioners differ.
void SettingsDialog::add_practice(QFormLayout& column) {
    auto* heading = new QLabel(tr("Practice here"));
    heading->setFont(text_font(*this, 1, true));
    column.addRow(heading);
    Practice& practice = settings_.practice;
    column.addRow(tr("Cameras are fed by"),
                  choice<FeedFrom>("feedFrom", practice.feed_from,
                                   {{FeedFrom::either, tr("Switch or recorder")},
                                    {FeedFrom::a_switch, tr("Switches")},
                                    {FeedFrom::the_recorder, tr("The recorder")}},
                                   this));
    auto* chain = new QComboBox(this);
    chain->setObjectName("longestChain");
    chain->addItem(tr("As makers allow"), 0);
    for (int units = 1; units <= std::max(9, practice.longest_chain); ++units)
        chain->addItem(QString::number(units), units);
    chain->setCurrentIndex(practice.longest_chain);
    connect(chain, &QComboBox::currentIndexChanged, this,
            [&practice](int units) { practice.longest_chain = units; });
    column.addRow(tr("Most units in a chain"), chain);
    const auto flag = [&](const QString& text, const char* name, bool& value) {
        auto* box = new QCheckBox(text, this);
        box->setObjectName(name);
        box->setChecked(value);
        connect(box, &QCheckBox::toggled, this, [&value](bool on) { value = on; });
        column.addRow(box);
    };
    flag(tr("Over 25.5 W on a cable of its own"), "largeApart", practice.large_loads_apart);
    flag(tr("Only feeds that ask first, none passive"), "compliantOnly", practice.compliant_only);
}

void SettingsDialog::take() {
    Site site = document_.committed();
    site.settings = settings_;
    site.name = site_name_.toStdString();
    const Result<Site> changed =
        sound(document_.committed(), document_.catalogue(), std::move(site));
    if (changed) {
        document_.edit(tr("Change settings"), *changed);
        return accept();
    }
    refusal_->setText(QString::fromStdString(sentence(changed.error())));
    // To the field that is wrong, where there is one.
    for (auto* field : findChildren<QLineEdit*>()) {
        if (field->property("place").toString().toStdString() != changed.error().place) continue;
        field->setFocus();
        field->selectAll();
        field->setToolTip(refusal_->text());
    }
}

}  // namespace ovant
