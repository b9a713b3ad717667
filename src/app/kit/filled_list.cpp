// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/kit/filled_list.h"

#include <QEvent>

namespace ovant {

FilledList::FilledList(QWidget* parent) : QWidget(parent), layout_(new QVBoxLayout(this)) {
    layout_->setContentsMargins(0, 0, 0, 0);
}

void FilledList::start_anew() {
    forget_filling();
    // It may hold the button whose click brought us here: it goes when that is done.
    if (content_) {
        content_->hide();
        content_->deleteLater();
    }
    content_ = new QWidget;
    items_ = new QVBoxLayout(content_);
    items_->setContentsMargins(0, 0, 0, 0);
    items_->setSpacing(0);
    layout_->addWidget(content_);
}

void FilledList::changeEvent(QEvent* event) {
    QWidget::changeEvent(event);
    if (event->type() != QEvent::PaletteChange || !content_) return;
    start_anew();
    fill();
}

}  // namespace ovant
