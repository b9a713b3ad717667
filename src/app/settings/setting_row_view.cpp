// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/settings/setting_row_view.h"

#include <QCheckBox>
#include <QComboBox>
#include <QGridLayout>
#include <QLabel>
#include <QPushButton>
#include <QSignalBlocker>

#include <algorithm>

#include "app/kit/labels.h"
#include "app/kit/quantity_edit.h"
#include "app/theme/theme.h"

namespace ovant {
namespace {

constexpr int field_width_em = 15;

// What has no unit of its own is typed and shown as a plain number.
QuantityEdit* quantity_edit(Unit unit, UnitSystem units, const char* nothing, QWidget* parent) {
    auto* edit = new QuantityEdit(unit, units, parent);
    if (nothing) {
        edit->set_may_be_empty(true);
        edit->setPlaceholderText(said(nothing));
    }
    return edit;
}

}  // namespace

SettingRowView::SettingRowView(const SettingRow& row, Settings& settings, QWidget* parent)
    : QWidget(parent),
      row_(row),
      settings_(settings),
      units_(settings.units),
      field_(make_field()),
      usual_(flat_button({}, QString("usual-") + row.name, this)) {
    field_->setObjectName(row.name);
    field_->setProperty("place", row.place);
    field_->setAccessibleName(said(row.label));
    const int width = field_width_em * fontMetrics().horizontalAdvance('m');
    if (!std::holds_alternative<FlagSetting>(row.holds)) field_->setFixedWidth(width);
    usual_->setAutoDefault(false);  // Return is for the whole window
    auto* label = new QLabel(said(row.label), this);
    label->setWordWrap(true);
    label->setBuddy(field_);
    QLabel* meaning = wrapped_label(said(row.meaning), this);
    set_tone(meaning, Tone::quiet);
    meaning->setFont(text_font(*this, 0.95));
    auto* grid = new QGridLayout(this);
    grid->setContentsMargins(0, 6, 0, 6);
    grid->setHorizontalSpacing(16);
    grid->setVerticalSpacing(2);
    grid->addWidget(label, 0, 0);
    grid->addWidget(field_, 0, 1, Qt::AlignLeft);
    usual_->setFixedWidth(width);
    grid->setColumnMinimumWidth(1, width);
    grid->addWidget(meaning, 1, 0, Qt::AlignTop);
    grid->addWidget(usual_, 1, 1, Qt::AlignTop | Qt::AlignLeft);
    grid->setColumnStretch(0, 1);
    connect(usual_, &QPushButton::clicked, this, [this] {
        copy_setting(row_, Settings{}, settings_);
        refresh(units_);
        field_->setFocus();
        emit changed();
    });
    connect(this, &SettingRowView::changed, this, &SettingRowView::note_usual);
    refresh(units_);
}

QWidget* SettingRowView::make_field() {
    if (const auto* number = std::get_if<NumberSetting>(&row_.holds)) {
        QuantityEdit* edit = quantity_edit(number->unit, units_, number->nothing, this);
        connect(edit, &QuantityEdit::entered, this, [this, number](std::optional<double> value) {
            number->value(settings_) = value.value_or(0) / number->factor;
            emit changed();
        });
        connect(edit, &QuantityEdit::refused, this, &SettingRowView::refused);
        return edit;
    }
    if (const auto* number = std::get_if<MaybeNumberSetting>(&row_.holds)) {
        QuantityEdit* edit = quantity_edit(number->unit, units_, number->nothing, this);
        connect(edit, &QuantityEdit::entered, this, [this, number](std::optional<double> value) {
            number->value(settings_) = value;
            emit changed();
        });
        connect(edit, &QuantityEdit::refused, this, &SettingRowView::refused);
        return edit;
    }
    if (const auto* choice = std::get_if<ChoiceSetting>(&row_.holds)) {
        auto* box = new QComboBox(this);
        for (std::size_t i = 0; i < choice->words.size(); ++i)
            box->addItem(said(choice->words[i]), static_cast<int>(i));
        connect(box, &QComboBox::currentIndexChanged, this, [this, box, choice] {
            choice->set(settings_, box->currentData().toInt());
            emit changed();
        });
        return box;
    }
    if (const auto* flag = std::get_if<FlagSetting>(&row_.holds)) {
        auto* box = new QCheckBox(this);
        connect(box, &QCheckBox::toggled, this, [this, box, flag](bool on) {
            flag->value(settings_) = on;
            box->setText(on ? tr("yes") : tr("no"));
            emit changed();
        });
        return box;
    }
    const auto* text = std::get_if<TextSetting>(&row_.holds);
    auto* edit = new QLineEdit(this);
    connect(edit, &QLineEdit::textChanged, this, [this, text](const QString& typed) {
        text->value(settings_) = typed.toStdString();
        emit changed();
    });
    return edit;
}

void SettingRowView::refresh(UnitSystem units) {
    units_ = units;
    const QSignalBlocker quiet(field_);
    if (auto* edit = qobject_cast<QuantityEdit*>(field_)) {
        edit->set_system(units);
        if (const auto* number = std::get_if<NumberSetting>(&row_.holds)) {
            const double value = number->value(settings_);
            const bool none = number->nothing && value == 0;
            edit->set_value(none ? std::nullopt : std::optional(value * number->factor));
        } else if (const auto* maybe = std::get_if<MaybeNumberSetting>(&row_.holds)) {
            edit->set_value(maybe->value(settings_));
        }
        edit->setCursorPosition(0);
    } else if (auto* box = qobject_cast<QComboBox*>(field_)) {
        const int chosen = std::get<ChoiceSetting>(row_.holds).get(settings_);
        // A file may hold a number past those offered.
        for (int next = box->count(); next <= chosen; ++next)
            box->addItem(QString::number(next), next);
        box->setCurrentIndex(box->findData(chosen));
    } else if (auto* check = qobject_cast<QCheckBox*>(field_)) {
        check->setChecked(std::get<FlagSetting>(row_.holds).value(settings_));
        check->setText(check->isChecked() ? tr("yes") : tr("no"));
    } else if (auto* line = qobject_cast<QLineEdit*>(field_)) {
        line->setText(QString::fromStdString(std::get<TextSetting>(row_.holds).value(settings_)));
    }
    note_usual();
}

bool SettingRowView::as_usual() const { return same_setting(row_, settings_, Settings{}); }

void SettingRowView::note_usual() {
    usual_->setText(tr("usually %1").arg(shown_setting(row_, Settings{}, units_)));
    usual_->setToolTip(tr("Set it back to what is usual"));
    usual_->setAccessibleName(said(row_.label) + ": " + usual_->text());
    usual_->setVisible(!as_usual());
}

bool SettingRowView::matches(const QString& search) const {
    const QString all = said(row_.label) + " " + said(row_.meaning) + " " + title(row_.group);
    const QStringList words = search.split(' ', Qt::SkipEmptyParts);
    return std::all_of(words.begin(), words.end(), [&](const QString& word) {
        return all.contains(word, Qt::CaseInsensitive);
    });
}

}  // namespace ovant
