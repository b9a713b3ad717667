// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/prove/handover_page.h"

#include <QHBoxLayout>
#include <QVBoxLayout>

#include "app/document/save_export.h"
#include "app/kit/labels.h"
#include "app/kit/q.h"
#include "app/kit/signature.h"
#include "app/kit/when_seen.h"
#include "app/prove/labels_dialog.h"
#include "app/prove/photos_dialog.h"
#include "app/theme/icons.h"
#include "app/theme/theme.h"
#include "core/edits/edits.h"
#include "core/format/digest.h"
#include "core/format/file_store.h"
#include "core/format/reading_csv.h"
#include "core/site/site_fields.h"
#include "phrase/error_text.h"
#include "print/handover_pdf.h"

namespace ovant {

HandoverPage::HandoverPage(Document& document, Prompts& prompts, QWidget* parent)
    : QWidget(parent),
      document_(document),
      prompts_(prompts),
      state_(new QLabel),
      summary_(new QLabel),
      open_(new QListWidget),
      who_(new QLineEdit),
      note_(new QLineEdit),
      sign_(new QPushButton(icon(Icon::accept), tr("Hand over"))),
      pdf_(new QPushButton(icon(Icon::save), tr("Save as PDF…"))),
      digest_(new QLabel) {
    setObjectName("handover");
    state_->setObjectName("handoverState");
    state_->setFont(text_font(*this, 1.05, true));
    state_->setWordWrap(true);
    summary_->setObjectName("handoverSummary");
    summary_->setWordWrap(true);
    open_->setObjectName("handoverOpen");
    open_->setAccessibleName(tr("What is still open"));
    open_->setWordWrap(true);
    open_->setFrameShape(QFrame::NoFrame);
    open_->setSpacing(3);
    open_->setLayoutMode(QListView::Batched);
    open_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    const auto look = [this](QListWidgetItem* item) {
        const std::string subject = item ? item->data(Qt::UserRole).toString().toStdString() : "";
        if (!subject.empty()) document_.select(subject);
    };
    connect(open_, &QListWidget::currentItemChanged, this, look);
    connect(open_, &QListWidget::itemClicked, this, look);
    auto* csv = new QPushButton(icon(Icon::give_out), tr("Readings as CSV…"));
    csv->setObjectName("saveReadings");
    auto* labels = new QPushButton(tr("Labels…"));
    labels->setObjectName("labelsButton");
    labels->setToolTip(tr("For both ends of each cable, each port and unit, with a QR code"));
    pdf_->setObjectName("saveHandover");
    pdf_->setEnabled(false);
    connect(pdf_, &QPushButton::clicked, this, &HandoverPage::save_pdf);
    connect(csv, &QPushButton::clicked, this, &HandoverPage::save_csv);
    auto* photos = new QPushButton(tr("Photos…"));
    photos->setObjectName("photosButton");
    photos->setToolTip(tr("Files beside the site's, each with what it shows"));
    connect(photos, &QPushButton::clicked, this,
            [this] { PhotosDialog(document_, prompts_, this).exec(); });
    connect(labels, &QPushButton::clicked, this, &HandoverPage::show_labels);
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(pdf_);
    buttons->addWidget(csv);
    buttons->addWidget(labels);
    buttons->addWidget(photos);
    buttons->addStretch(1);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(16, 8, 16, 8);
    layout->setSpacing(6);
    layout->addWidget(state_);
    layout->addLayout(buttons);
    layout->addWidget(summary_);
    layout->addWidget(open_, 1);
    layout->addWidget(make_foot());
    auto* when_seen = new WhenSeen(this, [this] { refresh(); });
    connect(&document_, &Document::changed, when_seen, [when_seen](Change change) {
        if (change != Change::preview) when_seen->ask();
    });
}

QWidget* HandoverPage::make_foot() {
    who_->setObjectName("handoverWho");
    who_->setPlaceholderText(tr("Name of who hands over"));
    who_->setAccessibleName(tr("Name of who hands over"));
    who_->setMaxLength(static_cast<int>(most_name_letters));
    note_->setObjectName("handoverNote");
    note_->setPlaceholderText(tr("Note"));
    note_->setAccessibleName(tr("Note on the handover"));
    note_->setMaxLength(1000);
    sign_->setObjectName("signHandover");
    sign_->setToolTip(tr("Kept with the digest of the site as it is: what changes later is seen"));
    connect(sign_, &QPushButton::clicked, this, &HandoverPage::sign);
    for (QLineEdit* field : {who_, note_})
        connect(field, &QLineEdit::returnPressed, this, &HandoverPage::sign);
    digest_->setObjectName("handoverDigest");
    digest_->setFont(text_font(*this, 0.85));
    digest_->setWordWrap(true);
    digest_->setTextInteractionFlags(Qt::TextSelectableByMouse | Qt::TextSelectableByKeyboard);
    set_tone(digest_, Tone::quiet);
    auto* row = new QHBoxLayout;
    row->addWidget(who_, 2);
    row->addWidget(note_, 3);
    row->addWidget(sign_);
    auto* foot = new QWidget;
    auto* column = new QVBoxLayout(foot);
    column->setContentsMargins(0, 0, 0, 0);
    column->addLayout(row);
    column->addWidget(digest_);
    return foot;
}

// Worked out aside: the day is played for it. The record is told at once.
void HandoverPage::refresh() {
    pdf_->setEnabled(false);
    summary_->setText(tr("Working out what is still open…"));
    job_.stop();
    digest_job_.start_or_do(
        !document_.large(),
        [site = document_.shared_committed()](const Wanted&) { return sha256_of(*site); },
        [this, net = document_.shared_site_network()](const std::string& sha256) {
            work_out(net, sha256);
        });
}

void HandoverPage::work_out(std::shared_ptr<const Network> net, const std::string& sha256) {
    state_->setText(q(handed_over_text(handed_over(document_.committed(), sha256))));
    digest_->setText(tr("SHA-256 of the site as it is: %1").arg(q(sha256)));
    job_.start(
        [net = std::move(net), catalogue = document_.shared_catalogue(), units = document_.units(),
         sha256](const Wanted&) {
            Handover whole = handover(*net, assess(*net), sha256);
            std::vector<OpenItem> open = open_items(whole, {units, catalogue.get()});
            return std::make_shared<const Made>(Made{net, std::move(whole), std::move(open)});
        },
        [this](std::shared_ptr<const Made> made) {
            made_ = std::move(made);
            show_made();
        });
}

void HandoverPage::show_made() {
    const std::vector<OpenItem>& items = made_->open;
    {
        const QSignalBlocker blocked(open_);
        open_->clear();
    }
    slices_.start(items.size(), [this, made = made_](std::size_t i) {
        auto* row = new QListWidgetItem(q(made->open[i].text));
        row->setData(Qt::UserRole, q(made->open[i].subject));
        open_->addItem(row);
    });
    summary_->setText(items.empty() ? tr("Nothing is open.")
                                    : tr("Still open: %1").arg(items.size()));
    pdf_->setEnabled(true);
}

void HandoverPage::sign() {
    const std::string who = who_->text().trimmed().toStdString();
    if (who.empty()) {
        emit document_.refused(tr("Who hands over? Type a name."));
        who_->setFocus();
        return;
    }
    const Site& site = document_.committed();
    const Result<Added> added =
        add_handover(site, {"", sha256_of(site), who, now_text().toStdString(),
                            note_->text().trimmed().toStdString(), ""});
    if (document_.edit(tr("Hand over"), added ? Result<Site>(added->site) : added.error()))
        note_->clear();
}

void HandoverPage::save_pdf() {
    if (!made_) return;
    save_export_of(this, document_, prompts_,
                   {tr("Save the handover"), tr("PDF (*.pdf)"), tr("handover.pdf")}, [&] {
                       return handover_pdf(made_->handover, *made_->net,
                                           now_text().replace('T', ' ').toStdString(),
                                           {document_.units(), &document_.catalogue()});
                   });
}

void HandoverPage::save_csv() {
    const Site& site = document_.committed();
    save_export_of(this, document_, prompts_,
                   {tr("Save readings"), tr("CSV (*.csv)"), tr("readings.csv")},
                   [&] { return readings_csv(site, judge_readings(site, document_.catalogue())); });
}

void HandoverPage::show_labels() {
    LabelsDialog dialog(document_, prompts_, this);
    dialog.exec();
}

}  // namespace ovant
