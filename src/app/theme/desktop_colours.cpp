// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/theme/desktop_colours.h"

#include <QDBusPendingCallWatcher>
#include <QDBusPendingReply>

namespace ovant {
namespace {

constexpr auto service = "org.freedesktop.portal.Desktop";
constexpr auto path = "/org/freedesktop/portal/desktop";
constexpr auto interface = "org.freedesktop.portal.Settings";
constexpr auto group_wanted = "org.freedesktop.appearance";
constexpr auto key_wanted = "color-scheme";
constexpr unsigned prefers_dark = 1;

}  // namespace

DesktopColours::DesktopColours(const QDBusConnection& bus, QObject* parent) : QObject(parent) {
    if (!bus.isConnected()) return;
    QDBusConnection to = bus;
    to.connect(service, path, interface, "SettingChanged", this,
               SLOT(setting_changed(QDBusMessage)));
    QDBusMessage read = QDBusMessage::createMethodCall(service, path, interface, "Read");
    read << group_wanted << key_wanted;
    auto* watcher = new QDBusPendingCallWatcher(to.asyncCall(read), this);
    connect(watcher, &QDBusPendingCallWatcher::finished, this, [this, watcher] {
        const QDBusPendingReply<QDBusVariant> reply = *watcher;
        if (reply.isValid()) take(reply.value().variant());
        watcher->deleteLater();
    });
}

void DesktopColours::setting_changed(const QDBusMessage& message) {
    const QVariantList said = message.arguments();
    if (said.size() == 3 && said[0] == group_wanted && said[1] == key_wanted) take(said[2]);
}

// The older call wraps the value twice.
void DesktopColours::take(QVariant value) {
    if (value.metaType() == QMetaType::fromType<QDBusVariant>())
        value = value.value<QDBusVariant>().variant();
    bool number = false;
    const unsigned scheme = value.toUInt(&number);
    if (!number) return;
    const bool dark = scheme == prefers_dark;
    if (dark_ == dark) return;
    dark_ = dark;
    emit dark_changed(dark);
}

}  // namespace ovant
