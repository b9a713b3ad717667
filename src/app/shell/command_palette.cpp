// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/command_palette.h"

#include <QKeyEvent>
#include <QVBoxLayout>

#include "app/theme/theme.h"

namespace ovant {

bool palette_matches(const QString& text, const QString& typed) {
    const QString low = text.toLower();
    for (const QString& word : typed.toLower().split(' ', Qt::SkipEmptyParts)) {
        if (low.contains(word)) continue;
        qsizetype at = 0;
        for (const QChar letter : word) {
            at = low.indexOf(letter, at);
            if (at < 0) return false;
            ++at;
        }
    }
    return true;
}

CommandPalette::CommandPalette(QWidget* parent)
    : QFrame(parent, Qt::Popup), input_(new QLineEdit), list_(new QListWidget) {
    setObjectName("palette");
    setAccessibleName(tr("Commands"));
    input_->setObjectName("paletteInput");
    input_->setPlaceholderText(tr("Type a command or a camera"));
    list_->setObjectName("paletteList");
    list_->setFocusPolicy(Qt::NoFocus);
    list_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(8, 8, 8, 8);
    layout->addWidget(input_);
    layout->addWidget(list_);
    input_->installEventFilter(this);
    connect(input_, &QLineEdit::textChanged, this, &CommandPalette::find);
    connect(list_, &QListWidget::itemClicked, this, &CommandPalette::run_current);
}

void CommandPalette::open(std::vector<PaletteEntry> entries) {
    entries_ = std::move(entries);
    const Theme& theme = theme_of(*parentWidget());
    setStyleSheet(QString("#palette { background:%1; border:1px solid %2; }")
                      .arg(theme.card.name(), theme.rule.name()));
    input_->clear();
    find({});
    resize(520, 380);
    const QWidget* over = parentWidget();
    move(over->mapToGlobal(QPoint((over->width() - width()) / 2, 70)));
    show();
    input_->setFocus();
}

void CommandPalette::find(const QString& text) {
    list_->clear();
    for (std::size_t i = 0; i < entries_.size(); ++i) {
        if (!palette_matches(entries_[i].text, text)) continue;
        const QString key = entries_[i].key.isEmpty() ? QString() : "    " + entries_[i].key;
        auto* item = new QListWidgetItem(entries_[i].text + key, list_);
        item->setData(Qt::UserRole, static_cast<int>(i));
    }
    list_->setCurrentRow(0);
}

void CommandPalette::run_current() {
    const QListWidgetItem* item = list_->currentItem();
    if (!item) return;
    const std::function<void()> run = entries_[item->data(Qt::UserRole).toUInt()].run;
    hide();
    run();
}

bool CommandPalette::eventFilter(QObject* watched, QEvent* event) {
    if (watched == input_ && event->type() == QEvent::KeyPress) {
        const int key = static_cast<QKeyEvent*>(event)->key();
        if (key == Qt::Key_Down || key == Qt::Key_Up) {
            const int step = key == Qt::Key_Down ? 1 : -1;
            const int count = list_->count();
            if (count > 0) list_->setCurrentRow((list_->currentRow() + step + count) % count);
            return true;
        }
        if (key == Qt::Key_Return || key == Qt::Key_Enter) {
            run_current();
            return true;
        }
        if (key == Qt::Key_Escape) {
            hide();
            return true;
        }
    }
    return QFrame::eventFilter(watched, event);
}

}  // namespace ovant
