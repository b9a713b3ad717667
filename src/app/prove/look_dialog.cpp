// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/prove/look_dialog.h"

#include <QDialogButtonBox>
#include <QFormLayout>
#include <QVBoxLayout>

#include "app/kit/labels.h"
#include "app/kit/q.h"
#include "app/kit/signature.h"
#include "app/theme/icons.h"
#include "core/prove/addresses.h"
#include "phrase/address_text.h"
#include "phrase/error_text.h"

namespace ovant {
namespace {

constexpr int progress_ms = 60;

}  // namespace

LookDialog::LookDialog(Document& document, QWidget* parent)
    : QDialog(parent),
      document_(document),
      interface_(new QComboBox),
      progress_(new QProgressBar),
      words_(wrapped_label({}, this)),
      look_(new QPushButton(icon(Icon::search), tr("Look"))) {
    setObjectName("look");
    setWindowTitle(tr("Look for cameras"));
    auto* said = wrapped_label(
        tr("Sends one question, by WS-Discovery, to the network of this interface, and waits for "
           "the cameras there to answer. Nothing else is sent, and nothing before you press Look."),
        this);
    interface_->setObjectName("lookInterface");
    interface_->setAccessibleName(tr("Interface of this computer"));
    for (const Interface& one : network_interfaces())
        interface_->addItem(q(one.address + "  " + one.name), q(one.address));
    progress_->setObjectName("lookProgress");
    progress_->setRange(0, 100);
    progress_->setValue(0);
    words_->setObjectName("lookWords");
    look_->setObjectName("lookNow");
    look_->setEnabled(interface_->count() > 0);
    connect(look_, &QPushButton::clicked, this, [this] { job_.running() ? stop() : look(); });
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    buttons->addButton(look_, QDialogButtonBox::ActionRole);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* form = new QFormLayout;
    form->addRow(tr("Interface"), interface_);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(said);
    layout->addLayout(form);
    layout->addWidget(progress_);
    layout->addWidget(words_);
    layout->addWidget(buttons);
    resize(460, sizeHint().height());
    connect(&shown_, &QTimer::timeout, this,
            [this] { progress_->setValue(static_cast<int>(100 * job_.done_share())); });
}

void LookDialog::look() {
    LookFor what;
    what.interface_address = interface_->currentData().toString().toStdString();
    const Signed now{initials().toStdString(), now_text().toStdString()};
    words_->clear();
    look_->setText(tr("Stop"));
    shown_.start(progress_ms);
    job_.start(
        [what, now](const Wanted& wanted) {
            return std::make_shared<const Result<Looked>>(
                look_for_cameras(what, now, [&](double share) { return wanted.go_on(share); }));
        },
        [this](std::shared_ptr<const Result<Looked>> looked) { take(*looked); });
}

void LookDialog::stop() {
    job_.stop();
    shown_.stop();
    look_->setText(tr("Look"));
    words_->setText(tr("Stopped; nothing was taken over."));
}

// One step of history, where there is anything to take.
void LookDialog::take(const Result<Looked>& looked) {
    shown_.stop();
    progress_->setValue(100);
    look_->setText(tr("Look"));
    if (!looked) {
        words_->setText(q(sentence(looked.error())));
        return;
    }
    if (looked->found.empty()) {
        words_->setText(tr("No camera answered. Is this the interface they are on?"));
        return;
    }
    const ScanTaken taken = take_scan(document_.committed(), looked->found,
                                      {initials().toStdString(), now_text().toStdString()});
    if (!document_.edit(tr("Look for cameras"), Result<Site>(taken.site))) return;
    QString told = q(scan_text(taken));
    if (looked->not_understood > 0)
        told += tr(" Answers that were not understood: %1.").arg(looked->not_understood);
    if (looked->more) told += tr(" More answered than are kept.");
    words_->setText(told);
}

}  // namespace ovant
