// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/prove/snmp_login.h"

#include <QHBoxLayout>

namespace ovant {

SnmpLoginEdit::SnmpLoginEdit(QWidget* parent)
    : QWidget(parent),
      version_(new QComboBox),
      auth_(new QComboBox),
      privacy_(new QComboBox),
      community_(new QLineEdit),
      user_(new QLineEdit),
      auth_phrase_(new QLineEdit),
      privacy_phrase_(new QLineEdit) {
    version_->setObjectName("snmpVersion");
    version_->setAccessibleName(tr("Version of SNMP"));
    version_->addItem(tr("SNMP v2c"), false);
    version_->addItem(tr("SNMP v3"), true);
    auth_->setObjectName("snmpAuth");
    auth_->setAccessibleName(tr("How v3 signs"));
    auth_->addItem(tr("SHA-1"), static_cast<int>(SnmpAuth::sha1));
    auth_->addItem(tr("SHA-256"), static_cast<int>(SnmpAuth::sha256));
    auth_->addItem(tr("MD5"), static_cast<int>(SnmpAuth::md5));
    privacy_->setObjectName("snmpPrivacy");
    privacy_->setAccessibleName(tr("How v3 encrypts"));
    privacy_->addItem(tr("AES-128"), static_cast<int>(SnmpPrivacy::aes128));
    privacy_->addItem(tr("DES"), static_cast<int>(SnmpPrivacy::des));
    privacy_->addItem(tr("in clear"), static_cast<int>(SnmpPrivacy::none));
    const auto secret = [&](QLineEdit* field, const char* name, const QString& what) {
        field->setObjectName(name);
        field->setEchoMode(QLineEdit::Password);
        field->setPlaceholderText(what);
        field->setAccessibleName(what);
        field->setToolTip(tr("Stays in memory while this window is open, and is written nowhere"));
    };
    secret(community_, "snmpCommunity", tr("Community"));
    secret(auth_phrase_, "snmpAuthPhrase", tr("Pass phrase for signing"));
    secret(privacy_phrase_, "snmpPrivacyPhrase", tr("Pass phrase for encryption"));
    user_->setObjectName("snmpUser");
    user_->setPlaceholderText(tr("User"));
    user_->setAccessibleName(tr("User"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    for (QWidget* field : std::initializer_list<QWidget*>{version_, community_, user_, auth_,
                                                          auth_phrase_, privacy_, privacy_phrase_})
        row->addWidget(field, qobject_cast<QLineEdit*>(field) ? 1 : 0);
    row->addStretch(1);
    for (QLineEdit* field : {community_, user_, auth_phrase_, privacy_phrase_})
        connect(field, &QLineEdit::returnPressed, this, &SnmpLoginEdit::entered);
    for (QComboBox* choice : {version_, privacy_})
        connect(choice, &QComboBox::currentIndexChanged, this, &SnmpLoginEdit::show_fields);
    show_fields();
}

void SnmpLoginEdit::show_fields() {
    const bool third = version_->currentData().toBool();
    community_->setVisible(!third);
    for (QWidget* field :
         std::initializer_list<QWidget*>{user_, auth_, auth_phrase_, privacy_, privacy_phrase_})
        field->setVisible(third);
    if (third)
        privacy_phrase_->setVisible(privacy_->currentData().toInt() !=
                                    static_cast<int>(SnmpPrivacy::none));
}

SnmpLogin SnmpLoginEdit::login() const {
    SnmpLogin out;
    out.version_3 = version_->currentData().toBool();
    out.community = community_->text().toStdString();
    out.user = user_->text().toStdString();
    out.auth_phrase = auth_phrase_->text().toStdString();
    out.privacy_phrase = privacy_phrase_->text().toStdString();
    out.auth = static_cast<SnmpAuth>(auth_->currentData().toInt());
    out.privacy = static_cast<SnmpPrivacy>(privacy_->currentData().toInt());
    return out;
}

}  // namespace ovant
