// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/parts/offer_dialog.h"

#include <QDate>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/kit/labels.h"
#include "app/kit/q.h"
#include "core/edits/edits.h"
#include "core/format/site_json.h"
#include "phrase/error_text.h"

namespace ovant {

OfferDialog::OfferDialog(Document& document, QWidget* parent)
    : QDialog(parent),
      document_(document),
      number_(new QLineEdit),
      date_(new QLineEdit),
      wrong_(wrapped_label({}, this)) {
    const OfferSettings& offer = document_.committed().settings.offer;
    setObjectName("offerDialog");
    setWindowTitle(tr("What the offer says"));
    number_->setObjectName("offerNumber");
    number_->setText(q(offer.number));
    number_->setMaxLength(64);
    date_->setObjectName("offerDate");
    date_->setText(q(offer.date));
    date_->setPlaceholderText(QDate::currentDate().toString(Qt::ISODate));
    from_ = text_of("offerFrom", q(offer.from));
    from_->setPlaceholderText(tr("Your firm and address"));
    customer_ = text_of("offerCustomer", q(offer.customer));
    customer_->setPlaceholderText(tr("Name and address"));
    introduction_ = text_of("offerIntroduction", q(offer.introduction));
    introduction_->setPlaceholderText(tr("Above the prices"));
    terms_ = text_of("offerTerms", q(offer.terms));
    terms_->setPlaceholderText(tr("Below the prices: payment, warranty, what is not in it"));
    auto* form = new QFormLayout;
    form->addRow(tr("Number"), number_);
    form->addRow(tr("Date"), date_);
    form->addRow(tr("From"), from_);
    form->addRow(tr("Customer"), customer_);
    form->addRow(tr("Introduction"), introduction_);
    form->addRow(tr("Terms"), terms_);
    wrong_->setObjectName("offerWrong");
    set_tone(wrong_, Tone::fails);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel);
    QPushButton* accept = buttons->addButton(tr("Use these"), QDialogButtonBox::AcceptRole);
    accept->setObjectName("acceptOffer");
    accept->setDefault(true);
    connect(buttons, &QDialogButtonBox::accepted, this, &OfferDialog::take);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* layout = new QVBoxLayout(this);
    layout->addLayout(form, 1);
    layout->addWidget(wrong_);
    layout->addWidget(buttons);
    wrong_->hide();
    resize(560, 520);
}

QPlainTextEdit* OfferDialog::text_of(const char* name, const QString& holds) {
    auto* edit = new QPlainTextEdit(holds);
    edit->setObjectName(name);
    edit->setTabChangesFocus(true);
    return edit;
}

void OfferDialog::take() {
    Settings settings = document_.committed().settings;
    OfferSettings& offer = settings.offer;
    offer.number = number_->text().trimmed().toStdString();
    // No date is today's.
    const QString date = date_->text().trimmed();
    offer.date = (date.isEmpty() ? QDate::currentDate().toString(Qt::ISODate) : date).toStdString();
    offer.from = from_->toPlainText().toStdString();
    offer.customer = customer_->toPlainText().toStdString();
    offer.introduction = introduction_->toPlainText().toStdString();
    offer.terms = terms_->toPlainText().toStdString();
    Result<Site> changed = sound(document_.committed(), document_.catalogue(),
                                 set_settings(document_.committed(), settings));
    if (!changed) {
        wrong_->setText(q(sentence(changed.error())));
        wrong_->show();
        return;
    }
    document_.edit(tr("Change the offer"), std::move(changed));
    accept();
}

}  // namespace ovant
