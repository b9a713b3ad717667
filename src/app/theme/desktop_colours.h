// SPDX-License-Identifier: GPL-3.0-or-later
// Light or dark as the desktop has it, by the settings portal of XDG desktops
// (org.freedesktop.appearance, color-scheme), from memory. Where no portal answers, nothing is
// said.
#pragma once

#include <QDBusConnection>
#include <QDBusMessage>
#include <QDBusVariant>
#include <QObject>

#include <optional>

namespace ovant {

class DesktopColours : public QObject {
    Q_OBJECT

public:
    explicit DesktopColours(const QDBusConnection& bus, QObject* parent = nullptr);
    // Unknown until the portal has answered.
    std::optional<bool> dark() const { return dark_; }

signals:
    void dark_changed(bool dark);

private slots:
    void setting_changed(const QDBusMessage& message);

private:
    void take(QVariant value);
    std::optional<bool> dark_;
};

}  // namespace ovant
