// SPDX-License-Identifier: GPL-3.0-or-later
// Every command and every camera by typing a few letters of it.
#pragma once

#include <QAction>
#include <QFrame>
#include <QLineEdit>
#include <QListWidget>

#include <functional>
#include <memory>
#include <vector>

#include "core/assess/network.h"
#include "core/units/units.h"

namespace ovant {

struct PaletteEntry {
    QString text;
    QString key;  // its shortcut, may be empty
    std::function<void()> run;
    QString name = {};   // of what it leads to; empty for a command
    QString words = {};  // what else it is usually called
};

class CommandPalette : public QFrame {
    Q_OBJECT

public:
    explicit CommandPalette(QWidget* parent);
    void open(std::vector<PaletteEntry> entries);
    // Text that begins a quick sum is answered on the first line; taking it shows the working.
    void set_units(UnitSystem units) { units_ = units; }
    // Of the site that runs in words are judged under.
    void set_network(std::shared_ptr<const Network> network) { network_ = std::move(network); }

signals:
    // Text that begins a run in words is answered on the first lines; taking it asks for more.
    void chain_wanted(const QString& words);

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void find(const QString& text);
    void run_current();
    void answer_chain(const std::string& typed);
    UnitSystem units_ = UnitSystem::metric;
    std::shared_ptr<const Network> network_;
    std::vector<PaletteEntry> entries_;
    QLineEdit* input_;
    QListWidget* list_;
};

// True if the letters of `typed` stand in `text` in their order; words may be shortened.
// Names before all else, then what begins so, what holds it, what has its letters in order; -1
// where it does not match at all.
int palette_rank(const PaletteEntry& entry, const QString& typed);
bool palette_matches(const QString& text, const QString& typed);

}  // namespace ovant
