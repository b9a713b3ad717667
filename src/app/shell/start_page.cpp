// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/start_page.h"

#include <QFileInfo>
#include <QLabel>
#include <QLineEdit>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>

#include <algorithm>

#include "app/kit/labels.h"
#include "app/shell/site_card.h"
#include "app/theme/icons.h"
#include "app/theme/theme.h"

namespace ovant {
namespace {

constexpr int left_width = 420, most_sites = 5;

// A run with five stations: what this program is about.
class RunPicture : public QWidget {
public:
    explicit RunPicture(QWidget* parent) : QWidget(parent) { setFixedHeight(34); }

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter painter(this);
        painter.setRenderHint(QPainter::Antialiasing);
        const Theme& theme = theme_of(*this);
        const double y = height() / 2.0, right = std::min<double>(left_width, width() - 12.0);
        paint_cable(painter, theme, QPolygonF({QPointF(10, y), QPointF(right, y)}), {}, 6);
        paint_switch(painter, theme, {12, y}, 14);
        for (double share : {0.33, 0.66})
            paint_in_line(painter, theme, {10 + (right - 10) * share, y}, 11);
        paint_verdict(painter, theme, Verdict::holds, {right, y}, 15);
    }
};

QPushButton* button(Icon shown, const QString& text, const QString& name, QWidget* parent) {
    auto* made = new QPushButton(icon(shown), text, parent);
    made->setObjectName(name);
    made->setMinimumHeight(36);
    made->setMaximumWidth(left_width);
    return made;
}

}  // namespace

StartPage::StartPage(QWidget* parent)
    : QWidget(parent), files_(new QVBoxLayout), cards_(new QVBoxLayout), last_(new QWidget) {
    setObjectName("startPage");
    auto* title = new QLabel("Ovant");
    title->setFont(text_font(*this, 2.4, true));
    auto* what =
        new QLabel(tr("Camera runs that power up, link and stay up: reach, power, parts and proof, "
                      "with the arithmetic shown."));
    what->setWordWrap(true);
    what->setMaximumWidth(left_width);
    auto* demo =
        button(Icon::look, tr("Look round the demo, Marram Quay marina"), "openDemo", this);
    auto* fresh = button(Icon::add, tr("New site"), "newSite", this);
    auto* open = button(Icon::open, tr("Open a site file…"), "openSite", this);
    auto* chain = new QLineEdit(this);
    chain->setObjectName("startChain");
    chain->setAccessibleName(tr("A run in words"));
    chain->setPlaceholderText(tr("Type a run: 30 W port, 90 m cat6, repeater, 85 m, camera 9.6 W"));
    chain->setMinimumHeight(36);
    auto* practice =
        button(Icon::search, tr("Practice: find a hidden fault"), "startPractice", this);
    auto* column = new QVBoxLayout;
    column->setSpacing(10);
    column->addStretch(1);
    column->addWidget(title);
    column->addWidget(new RunPicture(this));
    column->addWidget(what);
    column->addSpacing(12);
    column->addWidget(demo);
    column->addWidget(fresh);
    column->addWidget(open);
    column->addWidget(practice);
    column->addWidget(chain);
    column->addSpacing(8);
    column->addLayout(files_);
    column->addStretch(2);
    auto* middle = new QWidget;
    middle->setFixedWidth(left_width);
    column->setContentsMargins(0, 0, 0, 0);
    middle->setLayout(column);
    auto* last = new QVBoxLayout(last_);
    last->setContentsMargins(0, 0, 0, 0);
    auto* heading = new QLabel(tr("Last sites"));
    heading->setFont(text_font(*this, 1.1, true));
    last->addStretch(1);
    last->addWidget(heading);
    last->addLayout(cards_);
    auto* drop = wrapped_label(tr("Or drop a file on the window, or paste rows of names, kinds and "
                                  "metres (Ctrl+V), or a run in "
                                  "words."),
                               this);
    set_tone(drop, Tone::quiet);
    last->addWidget(drop);
    last->addStretch(1);
    cards_->setSpacing(8);
    last_->hide();
    auto* layout = new QHBoxLayout(this);
    layout->setSpacing(56);
    layout->addStretch(1);
    layout->addWidget(middle);
    layout->addWidget(last_);
    layout->addStretch(1);
    connect(demo, &QPushButton::clicked, this, &StartPage::demo_wanted);
    connect(fresh, &QPushButton::clicked, this, &StartPage::new_wanted);
    connect(open, &QPushButton::clicked, this, &StartPage::open_wanted);
    connect(chain, &QLineEdit::returnPressed, this, [this, chain] {
        if (!chain->text().trimmed().isEmpty()) emit chain_wanted(chain->text());
    });
    connect(practice, &QPushButton::clicked, this, &StartPage::practice_wanted);
    setFocusProxy(demo);
}

void StartPage::set_recent(const QStringList& paths, const QList<KeptWork>& kept) {
    while (QLayoutItem* item = files_->takeAt(0)) {
        delete item->widget();
        delete item;
    }
    constexpr qsizetype most_kept = 3;
    constexpr int most_name_width = 160;
    for (const KeptWork& work : kept.first(std::min(kept.size(), most_kept))) {
        const QString name =
            fontMetrics().elidedText(kept_name(work), Qt::ElideMiddle, most_name_width);
        auto* recover = button(Icon::kept,
                               tr("Go on with %1, kept %2, %3 kB")
                                   .arg(name, work.when.toString("yyyy-MM-dd HH:mm"))
                                   .arg((work.bytes + 999) / 1000),
                               "recoverUnsaved", this);
        recover->setToolTip(work.site_path.isEmpty() ? tr("It was never saved to a file")
                                                     : work.site_path);
        connect(recover, &QPushButton::clicked, this, [this, work] { emit recovery_wanted(work); });
        files_->addWidget(recover);
    }
    if (kept.size() > most_kept) {
        auto* all =
            button(Icon::kept, tr("All work kept aside (%1)…").arg(kept.size()), "allKept", this);
        connect(all, &QPushButton::clicked, this, &StartPage::kept_work_wanted);
        files_->addWidget(all);
    }
    show_sites(paths, kept);
}

// What stands in the files is looked at off the window's thread, one card after the other.
void StartPage::show_sites(const QStringList& paths, const QList<KeptWork>& kept) {
    while (QLayoutItem* item = cards_->takeAt(0)) {
        delete item->widget();
        delete item;
    }
    QStringList to_look_at;
    std::vector<SiteCard*> cards;
    for (const QString& path : paths) {
        const bool left = std::any_of(kept.begin(), kept.end(), [&](const KeptWork& work) {
            return work.site_path == QFileInfo(path).absoluteFilePath();
        });
        const bool exists = QFileInfo::exists(path);
        if ((!exists && !left) || to_look_at.size() == most_sites) continue;
        auto* card = new SiteCard(path,
                                  !exists ? tr("gone; unsaved work is kept")
                                  : left  ? tr("with unsaved work")
                                          : QString(),
                                  this);
        connect(card, &QAbstractButton::clicked, this, [this, path] { emit file_wanted(path); });
        cards_->addWidget(card);
        cards.push_back(card);
        to_look_at << path;
    }
    last_->setVisible(!cards.empty());
    looking_.start(
        [to_look_at, theme = &theme_of(*this), scale = devicePixelRatioF()](const Wanted& wanted) {
            std::vector<SiteGlance> glances;
            for (const QString& path : to_look_at) {
                if (!wanted.still()) break;
                glances.push_back(glance_at(path, *theme, SiteCard::picture_size, scale));
            }
            return glances;
        },
        [cards](const std::vector<SiteGlance>& glances) {
            for (std::size_t i = 0; i < std::min(cards.size(), glances.size()); ++i)
                cards[i]->set_glance(glances[i]);
        });
}

}  // namespace ovant
