// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/plan/beside_bar.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>

#include "app/theme/icons.h"
#include "app/theme/theme.h"

namespace ovant {

BesideBar::BesideBar(Document& document, QWidget* parent)
    : QFrame(parent),
      document_(document),
      text_(new QLabel),
      use_(new QPushButton(icon(Icon::accept), tr("Use"))) {
    setObjectName("besideBar");
    text_->setObjectName("besideText");
    text_->setWordWrap(true);
    auto* close = new QPushButton(icon(Icon::close), tr("Close"));
    close->setObjectName("besideClose");
    use_->setObjectName("besideUse");
    use_->setToolTip(tr("It becomes the site, in one step that can be undone"));
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(16, 4, 16, 4);
    layout->addWidget(text_, 1);
    layout->addWidget(use_, 0, Qt::AlignTop);
    layout->addWidget(close, 0, Qt::AlignTop);
    connect(use_, &QPushButton::clicked, this, &BesideBar::use);
    connect(close, &QPushButton::clicked, this, [this] { document_.set_beside(std::nullopt); });
    connect(&document_, &Document::selection_changed, this, &BesideBar::refresh);
    connect(&document_, &Document::changed, this, &BesideBar::refresh);
    refresh();
}

void BesideBar::refresh() {
    const std::optional<BesideDesign>& beside = document_.beside();
    setVisible(beside.has_value());
    use_->setVisible(beside && beside->whole);
    if (!beside) return;
    text_->setText(tr("%1 beside what stands: broad and pale what it has new or other, struck out "
                      "what it does not have.")
                       .arg(beside->name));
}

void BesideBar::use() {
    const std::optional<BesideDesign>& beside = document_.beside();
    if (!beside || !beside->whole) return;
    const std::shared_ptr<const Site> whole = beside->whole;
    document_.edit(tr("Use a design of the whole site"), Site(*whole));
}

}  // namespace ovant
