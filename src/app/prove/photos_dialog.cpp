// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/prove/photos_dialog.h"

#include <QDesktopServices>
#include <QDialogButtonBox>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QUrl>
#include <QVBoxLayout>

#include "app/kit/labels.h"
#include "app/kit/plain_table.h"
#include "app/kit/q.h"
#include "app/kit/signature.h"
#include "app/theme/icons.h"
#include "core/edits/edits.h"
#include "phrase/error_text.h"
#include "phrase/handover_text.h"

namespace ovant {
namespace {

enum PhotoColumn { of, file, note, state };

}  // namespace

PhotosDialog::PhotosDialog(Document& document, Prompts& prompts, QWidget* parent)
    : QDialog(parent),
      document_(document),
      prompts_(prompts),
      of_(new QLineEdit),
      note_(new QLineEdit),
      table_(new QTableWidget),
      words_(wrapped_label({}, this)),
      open_(new QPushButton(icon(Icon::open), tr("Open"))),
      remove_(new QPushButton(icon(Icon::remove), tr("Remove"))) {
    setObjectName("photos");
    setWindowTitle(tr("Photos"));
    auto* said = wrapped_label(
        tr("Photos stay files of their own: keep them in the folder of the site's file. What a "
           "file was when it was noted is kept as a digest."),
        this);
    of_->setObjectName("photoOf");
    of_->setPlaceholderText(tr("Of"));
    of_->setAccessibleName(tr("What it shows: a unit, a cable, a place"));
    of_->setToolTip(of_->accessibleName());
    of_->setFixedWidth(fontMetrics().averageCharWidth() * 14);
    of_->setText(q(document_.selected()));
    note_->setObjectName("photoNote");
    note_->setPlaceholderText(tr("Note"));
    note_->setAccessibleName(tr("Note on the photo"));
    note_->setMaxLength(1000);
    auto* add_button = new QPushButton(icon(Icon::add), tr("Add…"));
    add_button->setObjectName("addPhoto");
    add_button->setAutoDefault(false);
    connect(add_button, &QPushButton::clicked, this, &PhotosDialog::add);
    table_->setObjectName("photosTable");
    table_->setAccessibleName(tr("Photos"));
    table_->setColumnCount(PhotoColumn::state + 1);
    table_->setHorizontalHeaderLabels({tr("Of"), tr("File"), tr("Note"), tr("The file is")});
    make_plain(*table_, PhotoColumn::note);
    words_->setObjectName("photosWords");
    open_->setObjectName("openPhoto");
    remove_->setObjectName("removePhoto");
    connect(open_, &QPushButton::clicked, this, &PhotosDialog::open);
    connect(remove_, &QPushButton::clicked, this, &PhotosDialog::remove);
    connect(table_, &QTableWidget::itemSelectionChanged, this, [this] {
        open_->setEnabled(current());
        remove_->setEnabled(current());
    });
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    buttons->addButton(open_, QDialogButtonBox::ActionRole);
    buttons->addButton(remove_, QDialogButtonBox::ActionRole);
    for (QPushButton* button : buttons->findChildren<QPushButton*>()) button->setAutoDefault(false);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* row = new QHBoxLayout;
    row->addWidget(of_);
    row->addWidget(note_, 1);
    row->addWidget(add_button);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(said);
    layout->addLayout(row);
    layout->addWidget(table_, 1);
    layout->addWidget(words_);
    layout->addWidget(buttons);
    resize(640, 420);
    connect(&document_, &Document::changed, this, [this](Change what) {
        if (what != Change::preview) refresh();
    });
    refresh();
}

std::string PhotosDialog::folder() const {
    return document_.path().isEmpty() ? std::string()
                                      : QFileInfo(document_.path()).absolutePath().toStdString();
}

void PhotosDialog::refresh() {
    const std::vector<Photo>& photos = document_.committed().photos;
    table_->setRowCount(static_cast<int>(photos.size()));
    for (std::size_t i = 0; i < photos.size(); ++i) {
        const QString cells[] = {q(photos[i].subject), q(photos[i].path), q(photos[i].note),
                                 QString("…")};
        for (int column = 0; column <= PhotoColumn::state; ++column)
            table_->setItem(static_cast<int>(i), column, new QTableWidgetItem(cells[column]));
    }
    table_->resizeColumnToContents(PhotoColumn::of);
    table_->resizeColumnToContents(PhotoColumn::file);
    open_->setEnabled(current());
    remove_->setEnabled(current());
    job_.start(
        [photos, folder = folder()](const Wanted& wanted) {
            States states;
            for (const Photo& photo : photos) {
                if (!wanted.still()) break;
                states.push_back(state_of(photo, folder));
            }
            return std::make_shared<const States>(std::move(states));
        },
        [this](std::shared_ptr<const States> states) { show_states(*states); });
}

void PhotosDialog::show_states(const States& states) {
    for (std::size_t i = 0; i < states.size(); ++i) {
        if (auto* item = table_->item(static_cast<int>(i), PhotoColumn::state))
            item->setText(q(title(states[i])));
    }
    table_->resizeColumnToContents(PhotoColumn::state);
}

const Photo* PhotosDialog::current() const {
    const int row = table_->currentRow();
    const auto& photos = document_.committed().photos;
    return row >= 0 && static_cast<std::size_t>(row) < photos.size()
               ? &photos[static_cast<std::size_t>(row)]
               : nullptr;
}

void PhotosDialog::add() {
    const std::string of = of_->text().trimmed().toStdString();
    const Site& site = document_.committed();
    if (!of.empty() && !find_device(site, of) && !find_link(site, of) && !find_place(site, of)) {
        words_->setText(q(sentence(Error{ErrorCode::no_such_object, "", of, ""})));
        of_->setFocus();
        return;
    }
    const QString path = prompts_.open_path(
        this, {tr("Note a photo"), tr("Pictures (*.jpg *.jpeg *.png *.heic *.webp *.tif)"), {}});
    if (path.isEmpty()) return;
    Result<Photo> photo = photo_of({path.toStdString(), folder()}, of,
                                   {initials().toStdString(), now_text().toStdString()});
    if (!photo) {
        words_->setText(q(sentence(photo.error())));
        return;
    }
    photo->note = note_->text().trimmed().toStdString();
    const Result<Added> added = add_photo(document_.committed(), *photo);
    if (!added) {
        words_->setText(q(sentence(added.error())));
        return;
    }
    words_->clear();
    if (document_.edit(tr("Note a photo"), Result<Site>(added->site))) note_->clear();
}

void PhotosDialog::remove() {
    const Photo* photo = current();
    if (!photo) return;
    document_.edit(tr("Remove photo %1").arg(q(photo->id)),
                   remove_object(document_.committed(), document_.catalogue(), photo->id));
}

void PhotosDialog::open() {
    const Photo* photo = current();
    if (!photo) return;
    const Result<std::string> path = picture_to_show(*photo, folder());
    if (!path)
        words_->setText(q(sentence(path.error())));
    else if (!QDesktopServices::openUrl(QUrl::fromLocalFile(q(*path))))
        words_->setText(tr("No program opens %1 here.").arg(q(photo->path)));
}

}  // namespace ovant
