// SPDX-License-Identifier: GPL-3.0-or-later
// Every command and every camera by typing a few letters of it.
#pragma once

#include <QAction>
#include <QFrame>
#include <QLineEdit>
#include <QListWidget>

#include <functional>
#include <vector>

#include "core/units/units.h"

namespace ovant {

struct PaletteEntry {
    QString text;
    QString key;  // its shortcut, may be empty
    std::function<void()> run;
};

class CommandPalette : public QFrame {
    Q_OBJECT

public:
    explicit CommandPalette(QWidget* parent);
    void open(std::vector<PaletteEntry> entries);
    // Text that begins a quick sum is answered on the first line; taking it shows the working.
    void set_units(UnitSystem units) { units_ = units; }

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void find(const QString& text);
    void run_current();
    UnitSystem units_ = UnitSystem::metric;
    std::vector<PaletteEntry> entries_;
    QLineEdit* input_;
    QListWidget* list_;
};

// True if the letters of `typed` stand in `text` in their order; words may be shortened.
bool palette_matches(const QString& text, const QString& typed);

}  // namespace ovant
