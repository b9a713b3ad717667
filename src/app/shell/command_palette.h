// SPDX-License-Identifier: GPL-3.0-or-later
// Every command and every camera by typing a few letters of it.
#pragma once

#include <QAction>
#include <QFrame>
#include <QLineEdit>
#include <QListWidget>

#include <functional>
#include <vector>

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

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void find(const QString& text);
    void run_current();
    std::vector<PaletteEntry> entries_;
    QLineEdit* input_;
    QListWidget* list_;
};

// True if the letters of `typed` stand in `text` in their order; words may be shortened.
bool palette_matches(const QString& text, const QString& typed);

}  // namespace ovant
