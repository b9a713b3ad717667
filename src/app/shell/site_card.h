// SPDX-License-Identifier: GPL-3.0-or-later
// One of the last sites on the start page: its picture, its name and how it stands.
#pragma once

#include <QAbstractButton>

#include "app/shell/site_picture.h"

namespace ovant {

class SiteCard : public QAbstractButton {
    Q_OBJECT

public:
    static constexpr QSize picture_size{132, 92};

    // `note` says what else there is, such as unsaved work.
    SiteCard(const QString& path, const QString& note, QWidget* parent);
    void set_glance(const SiteGlance& glance);
    QSize sizeHint() const override { return {372, picture_size.height() + 16}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    SiteGlance glance_;
    QString note_;
    bool looked_at_ = false;
};

}  // namespace ovant
