// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/settings_dialog.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/shell/quantity_edit.h"
#include "app/theme/theme.h"
#include "core/format/enum_names.h"
#include "core/site/edits.h"

namespace ovant {
namespace {

struct NumberField {
    const char* label;
    const char* name;
    Unit unit;
    double factor;  // shown = stored x factor
    double& (*value)(Settings&);
};

const NumberField number_fields[] = {
    {QT_TRANSLATE_NOOP("SettingsDialog", "Warmest day"), "day", Unit::celsius, 1,
     [](Settings& s) -> double& { return s.day_c; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Usual night"), "night", Unit::celsius, 1,
     [](Settings& s) -> double& { return s.night_c; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Coldest night"), "coldest", Unit::celsius, 1,
     [](Settings& s) -> double& { return s.coldest_night_c; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Indoors"), "indoor", Unit::celsius, 1,
     [](Settings& s) -> double& { return s.indoor_c; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Service loop at each end"), "loop", Unit::metre, 1,
     [](Settings& s) -> double& { return s.service_loop_m; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Usual drop at an end"), "drop", Unit::metre, 1,
     [](Settings& s) -> double& { return s.default_drop_m; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Keep back of power"), "keepPower", Unit::percent, 100,
     [](Settings& s) -> double& { return s.keep_back.power_share; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Keep back of length"), "keepLength", Unit::percent, 100,
     [](Settings& s) -> double& { return s.keep_back.length_share; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Keep back of volts"), "keepVolts", Unit::volt, 1,
     [](Settings& s) -> double& { return s.keep_back.volts; }},
    {QT_TRANSLATE_NOOP("SettingsDialog", "Keep back of data"), "keepData", Unit::percent, 100,
     [](Settings& s) -> double& { return s.keep_back.data_share; }},
};

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
      site_name_(QString::fromStdString(document.committed().name)) {
    setObjectName("settings");
    setWindowTitle(tr("Settings of the site"));
    setAttribute(Qt::WA_DeleteOnClose);
    auto* form = new QFormLayout;
    form->setVerticalSpacing(5);
    auto* name = new QLineEdit(site_name_);
    name->setObjectName("siteName");
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
    form->addRow(
        tr("Volts of the port"),
        choice<SourceVolts>("source", settings_.source_volts,
                            {{SourceVolts::worst, tr("Least the standard or maker allows")},
                             {SourceVolts::nominal, tr("Nominal")}},
                            this));
    form->addRow(tr("Prefer ways by"),
                 choice<Preference>("preference", settings_.preference,
                                    {{Preference::price, tr("Price")},
                                     {Preference::fewest_parts, tr("Fewest things that can fail")},
                                     {Preference::least_work, tr("Least work on site")}},
                                    this));
    auto* worst = new QCheckBox(tr("Judge on the worst category cable allowed"));
    worst->setObjectName("worstCable");
    worst->setChecked(settings_.worst_permitted_cable);
    connect(worst, &QCheckBox::toggled, this,
            [this](bool on) { settings_.worst_permitted_cable = on; });
    form->addRow(worst);
    for (const NumberField& field : number_fields) {
        auto* edit = new QuantityEdit(field.unit, settings_.units, this);
        edit->setObjectName(field.name);
        edit->set_value(field.value(settings_) * field.factor);
        edit->setAccessibleName(tr(field.label));
        connect(edit, &QuantityEdit::entered, this, [this, field](std::optional<double> value) {
            if (value) field.value(settings_) = *value / field.factor;
        });
        connect(edit, &QuantityEdit::refused, &document_, &Document::refused);
        form->addRow(tr(field.label), edit);
    }
    auto* currency = new QLineEdit(QString::fromStdString(settings_.currency));
    currency->setObjectName("currency");
    currency->setMaxLength(8);
    connect(currency, &QLineEdit::textChanged, this,
            [this](const QString& text) { settings_.currency = text.toStdString(); });
    form->addRow(tr("Currency"), currency);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel);
    QPushButton* accept = buttons->addButton(tr("Use these"), QDialogButtonBox::AcceptRole);
    accept->setObjectName("acceptSettings");
    connect(buttons, &QDialogButtonBox::accepted, this, &SettingsDialog::take);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* layout = new QVBoxLayout(this);
    layout->addLayout(form);
    layout->addWidget(buttons);
    setMinimumWidth(440);
}

void SettingsDialog::take() {
    Result<Site> site = set_settings(document_.committed(), settings_);
    if (site) site->name = site_name_.toStdString();
    const bool refused = !site;
    document_.edit(tr("Change settings"), std::move(site));
    if (!refused) accept();
}

}  // namespace ovant
