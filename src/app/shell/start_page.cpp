// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/start_page.h"

#include <QFileInfo>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>

#include <algorithm>

#include "app/theme/theme.h"

namespace ovant {
namespace {

// A run with five stations: what this program is about.
class RunPicture : public QWidget {
public:
    explicit RunPicture(QWidget* parent) : QWidget(parent) { setFixedHeight(34); }

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter painter(this);
        painter.setRenderHint(QPainter::Antialiasing);
        const Theme& theme = theme_of(*this);
        const double y = height() / 2.0, right = std::min(420.0, width() - 12.0);
        paint_cable(painter, theme, QPolygonF({QPointF(10, y), QPointF(right, y)}), {}, 6);
        paint_switch(painter, theme, {12, y}, 14);
        for (double share : {0.33, 0.66})
            paint_in_line(painter, theme, {10 + (right - 10) * share, y}, 11);
        paint_verdict(painter, theme, Verdict::holds, {right, y}, 15);
    }
};

QPushButton* button(const QString& text, const QString& name, QWidget* parent) {
    auto* made = new QPushButton(text, parent);
    made->setObjectName(name);
    made->setMinimumHeight(36);
    made->setMaximumWidth(420);
    return made;
}

}  // namespace

StartPage::StartPage(QWidget* parent) : QWidget(parent), files_(new QVBoxLayout) {
    setObjectName("startPage");
    auto* title = new QLabel("Ovant");
    title->setFont(text_font(*this, 2.4, true));
    auto* what =
        new QLabel(tr("Camera runs that power up, link and stay up: reach, power, parts and proof, "
                      "with the arithmetic shown."));
    what->setWordWrap(true);
    what->setMaximumWidth(420);
    auto* demo = button(tr("Look round the demo, Marram Quay marina"), "openDemo", this);
    auto* fresh = button(tr("New site"), "newSite", this);
    auto* open = button(tr("Open a site file…"), "openSite", this);
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
    column->addSpacing(8);
    column->addLayout(files_);
    column->addStretch(2);
    auto* middle = new QWidget;
    middle->setFixedWidth(420);
    column->setContentsMargins(0, 0, 0, 0);
    middle->setLayout(column);
    auto* layout = new QHBoxLayout(this);
    layout->addStretch(1);
    layout->addWidget(middle);
    layout->addStretch(1);
    connect(demo, &QPushButton::clicked, this, &StartPage::demo_wanted);
    connect(fresh, &QPushButton::clicked, this, &StartPage::new_wanted);
    connect(open, &QPushButton::clicked, this, &StartPage::open_wanted);
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
        auto* recover = button(tr("Go on with %1, kept %2, %3 kB")
                                   .arg(name, work.when.toString("yyyy-MM-dd HH:mm"))
                                   .arg((work.bytes + 999) / 1000),
                               "recoverUnsaved", this);
        recover->setToolTip(work.site_path.isEmpty() ? tr("It was never saved to a file")
                                                     : work.site_path);
        connect(recover, &QPushButton::clicked, this, [this, work] { emit recovery_wanted(work); });
        files_->addWidget(recover);
    }
    if (kept.size() > most_kept) {
        auto* all = button(tr("All work kept aside (%1)…").arg(kept.size()), "allKept", this);
        connect(all, &QPushButton::clicked, this, &StartPage::kept_work_wanted);
        files_->addWidget(all);
    }
    int shown = 0;
    for (const QString& path : paths) {
        const bool left = std::any_of(kept.begin(), kept.end(), [&](const KeptWork& work) {
            return work.site_path == QFileInfo(path).absoluteFilePath();
        });
        const bool exists = QFileInfo::exists(path);
        if ((!exists && !left) || shown == 6) continue;
        if (shown++ == 0) files_->addWidget(new QLabel(tr("Last files")));
        auto* file = new QPushButton(
            QFileInfo(path).fileName() + (!exists ? tr(", gone; unsaved work is kept")
                                          : left  ? tr(", with unsaved work")
                                                  : QString()),
            this);
        file->setObjectName("recentFile");
        file->setFlat(true);
        file->setProperty("flat", true);
        file->setToolTip(path);
        connect(file, &QPushButton::clicked, this, [this, path] { emit file_wanted(path); });
        files_->addWidget(file, 0, Qt::AlignLeft);
    }
}

}  // namespace ovant
