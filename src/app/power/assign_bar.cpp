// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/power/assign_bar.h"

#include <QHBoxLayout>
#include <QVBoxLayout>

#include "app/kit/q.h"
#include "app/theme/icons.h"
#include "app/theme/theme.h"
#include "phrase/power_text.h"

namespace ovant {
namespace {

constexpr std::size_t most_named = 8;  // moves spelled out

}  // namespace

AssignBar::AssignBar(Document& document, QWidget* parent)
    : QFrame(parent),
      document_(document),
      text_(new QLabel),
      moves_(new QLabel),
      use_(new QPushButton(icon(Icon::accept), tr("Use"))),
      close_(new QPushButton) {
    setObjectName("assignBar");
    text_->setObjectName("assignText");
    text_->setWordWrap(true);
    text_->setFont(text_font(*this, 1, true));
    moves_->setObjectName("assignMoves");
    moves_->setWordWrap(true);
    use_->setObjectName("assignUse");
    close_->setObjectName("assignClose");
    auto* words = new QVBoxLayout;
    words->setSpacing(1);
    words->addWidget(text_);
    words->addWidget(moves_);
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(16, 6, 16, 6);
    layout->addLayout(words, 1);
    layout->addWidget(use_, 0, Qt::AlignTop);
    layout->addWidget(close_, 0, Qt::AlignTop);
    connect(use_, &QPushButton::clicked, this, &AssignBar::use);
    connect(close_, &QPushButton::clicked, this, &AssignBar::let_go);
    // Another edit, or a drag, ends the preview: what was found is of another site.
    connect(&document_, &Document::changed, this, [this](Change what) {
        if (what != Change::commit && what != Change::opening) return;
        job_.stop();
        found_.reset();
        previewing_ = false;
        hide();
    });
    hide();
}

void AssignBar::look_for(const std::string& place) {
    if (working()) return;
    let_go();
    text_->setText(tr("Looking for the assignment that moves least…"));
    moves_->clear();
    moves_->hide();
    use_->hide();
    close_->setText(tr("Stop"));
    show();
    AssignOptions options;
    options.most_s = 5;
    options.place = place;
    job_.start(
        [options, site = document_.shared_committed(), catalogue = document_.shared_catalogue()](
            const Wanted&) { return assign_ports(*site, *catalogue, options); },
        [this](Assignment found) { show_found(std::move(found)); });
}

void AssignBar::show_found(Assignment found) {
    const TextContext context = document_.text();
    text_->setText(q(assignment_text(found, context)));
    QStringList lines;
    for (const PortMove& move : found.moves) lines << q(move_text(move));
    for (const GroupChange& change : found.groups) lines << q(group_text(change));
    for (const std::string& camera : found.not_helped)
        lines << tr("no port here mends %1").arg(q(camera));
    if (lines.size() > static_cast<int>(most_named)) {
        const int more = static_cast<int>(lines.size()) - static_cast<int>(most_named);
        lines = lines.mid(0, static_cast<int>(most_named));
        lines << tr("and %1 more").arg(more);
    }
    moves_->setText(lines.join("; "));
    moves_->setVisible(!lines.isEmpty());
    use_->setVisible(found.found && found.changes());
    close_->setText(use_->isVisible() ? tr("Leave it") : tr("Close"));
    if (found.found && found.changes()) {
        document_.preview(found.site);
        previewing_ = true;
        use_->setFocus();
    } else {
        close_->setFocus();
    }
    found_ = std::move(found);
}

void AssignBar::use() {
    if (!found_) return;
    const int moves = static_cast<int>(found_->moves.size());
    document_.edit(tr("Assign ports, %1 moved").arg(moves), Site(found_->site));
}

void AssignBar::let_go() {
    job_.stop();
    found_.reset();
    if (previewing_) document_.cancel_preview();
    previewing_ = false;
    hide();
}

}  // namespace ovant
