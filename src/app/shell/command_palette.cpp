// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/command_palette.h"

#include <QKeyEvent>
#include <QVBoxLayout>

#include <algorithm>

#include "app/theme/theme.h"
#include "app/kit/working_view.h"
#include "core/chain/chain.h"
#include "core/sums/sums.h"
#include "phrase/chain_text.h"
#include "phrase/error_text.h"
#include "phrase/sum_text.h"

namespace ovant {

namespace {

constexpr int sum_row = -1, no_row = -2,
              chain_row = -3;  // what stands for an entry on lines that are none

}  // namespace

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

int palette_rank(const PaletteEntry& entry, const QString& typed) {
    const QString low = typed.simplified().toLower();
    const QString name = entry.name.toLower(), text = entry.text.toLower();
    const QString words = entry.words.toLower();
    const auto has_word = [&](const QString& in) {
        return in.startsWith(low) || in.contains(' ' + low);
    };
    if (low.isEmpty()) return 0;
    if (!name.isEmpty() && name.section(' ', 0, 0) == low) return 0;
    if (has_word(name) || text.startsWith(low)) return 1;
    if (has_word(text) || has_word(words)) return 2;
    if (text.contains(low)) return 3;
    if (palette_matches(entry.text, typed)) return 4;
    return -1;
}

CommandPalette::CommandPalette(QWidget* parent)
    : QFrame(parent, Qt::Popup), input_(new QLineEdit), list_(new QListWidget) {
    setObjectName("palette");
    setAccessibleName(tr("Commands"));
    input_->setObjectName("paletteInput");
    input_->setPlaceholderText(tr("Type a command, a camera or a sum: drop 24awg 120 m 13 W 54 V"));
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
    std::vector<QListWidgetItem*> examples;
    list_->clear();
    const std::string typed = text.toStdString();
    if (looks_like_sum(typed)) {
        const Result<Sum> sum = quick_sum(typed, units_);
        auto* item = new QListWidgetItem(
            QString::fromStdString(sum ? "= " + sum_answer(*sum, units_) : sentence(sum.error())),
            list_);
        item->setData(Qt::UserRole, sum ? sum_row : no_row);
    } else if (looks_like_chain(typed)) {
        answer_chain(typed);
    } else if (text.trimmed().isEmpty()) {
        auto* run = new QListWidgetItem(
            tr("Run: %1").arg("30 W port, 90 m cat6, repeater, 85 m, camera 9.6 W"));
        run->setData(Qt::UserRole, no_row);
        run->setData(Qt::UserRole + 1, "30 W port, 90 m cat6, repeater, 85 m, camera 9.6 W");
        examples.push_back(run);
        for (const std::string& example : sum_examples()) {
            auto* item = new QListWidgetItem(tr("Sum: %1").arg(QString::fromStdString(example)));
            item->setData(Qt::UserRole, no_row);
            item->setData(Qt::UserRole + 1, QString::fromStdString(example));
            examples.push_back(item);
        }
    }
    std::vector<std::pair<int, std::size_t>> ranked;
    for (std::size_t i = 0; i < entries_.size(); ++i) {
        const int rank = palette_rank(entries_[i], text);
        if (rank >= 0) ranked.emplace_back(rank, i);
    }
    std::sort(ranked.begin(), ranked.end());
    for (const auto& [rank, i] : ranked) {
        const QString key = entries_[i].key.isEmpty() ? QString() : "    " + entries_[i].key;
        auto* item = new QListWidgetItem(entries_[i].text + key, list_);
        item->setData(Qt::UserRole, static_cast<int>(i));
    }
    for (QListWidgetItem* item : examples) list_->addItem(item);
    if (list_->count() == 0) {
        auto* item = new QListWidgetItem(
            tr("Nothing here is called “%1”. Try a name, a command such as undo, or a sum:")
                .arg(text),
            list_);
        item->setData(Qt::UserRole, no_row);
        for (const std::string& example : sum_examples()) {
            auto* sum =
                new QListWidgetItem(tr("Sum: %1").arg(QString::fromStdString(example)), list_);
            sum->setData(Qt::UserRole, no_row);
            sum->setData(Qt::UserRole + 1, QString::fromStdString(example));
        }
    }
    list_->setCurrentRow(0);
}

// The verdict first, then element by element.
void CommandPalette::answer_chain(const std::string& typed) {
    const Site like = judged_like(network_ ? *network_->site : Site{});
    const Catalogue& catalogue = network_ ? *network_->catalogue : shipped_catalogue();
    const auto row = [&](const std::string& text) {
        auto* item = new QListWidgetItem(QString::fromStdString(text), list_);
        item->setToolTip(item->text());
        item->setData(Qt::UserRole, chain_row);
    };
    const Result<Chain> chain = read_chain(typed, catalogue, units_);
    if (!chain) return row(sentence(chain.error()));
    const Result<Site> site = chain_site(*chain, catalogue, like);
    if (!site) return row(sentence(site.error()));
    TextContext context;
    context.units = units_;
    context.catalogue = &catalogue;
    const ChainAnswer answer = chain_answer(*site, context);
    row("= " + answer_sentence(answer));
    for (const ChainRow& one : answer.rows)
        row((one.is_length ? "        " : "    ") + one.name + ": " + one.promise);
}

void CommandPalette::run_current() {
    const QListWidgetItem* item = list_->currentItem();
    if (!item) return;
    const int row = item->data(Qt::UserRole).toInt();
    if (row == no_row) {
        const QString example = item->data(Qt::UserRole + 1).toString();
        if (!example.isEmpty()) input_->setText(example);
        return;
    }
    if (row == chain_row) {
        hide();
        emit chain_wanted(input_->text());
        return;
    }
    if (row == sum_row) {
        const Result<Sum> sum = quick_sum(input_->text().toStdString(), units_);
        if (!sum) return;
        auto* popup = new WorkingPopup(QString::fromStdString(sum_answer(*sum, units_)),
                                       sum->working, units_, parentWidget());
        popup->setObjectName("sumWorking");
        popup->move(pos() + QPoint(0, 90));
        hide();
        popup->show();
        return;
    }
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
