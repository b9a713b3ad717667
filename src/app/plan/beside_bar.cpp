// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/plan/beside_bar.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>

#include "app/theme/icons.h"
#include "app/theme/theme.h"

namespace ovant {

BesideBar::BesideBar(Document& document, QWidget* parent)
    : QFrame(parent), document_(document), text_(new QLabel) {
    setObjectName("besideBar");
    text_->setObjectName("besideText");
    text_->setWordWrap(true);
    auto* close = new QPushButton(icon(Icon::close), tr("Close"));
    close->setObjectName("besideClose");
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(16, 4, 16, 4);
    layout->addWidget(text_, 1);
    layout->addWidget(close, 0, Qt::AlignTop);
    connect(close, &QPushButton::clicked, this, [this] { document_.set_beside(std::nullopt); });
    connect(&document_, &Document::selection_changed, this, &BesideBar::refresh);
    connect(&document_, &Document::changed, this, &BesideBar::refresh);
    refresh();
}

void BesideBar::refresh() {
    const std::optional<BesideDesign>& beside = document_.beside();
    setVisible(beside.has_value());
    if (!beside) return;
    text_->setText(tr("%1 beside what stands: broad and pale what it has new or other, struck out "
                      "what it does not have.")
                       .arg(beside->name));
}

}  // namespace ovant
