// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/catalogue/catalogue_dialog.h"

#include <QFile>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QScrollArea>
#include <QSplitter>
#include <QTreeWidget>
#include <QVBoxLayout>

#include <algorithm>

#include "app/document/save_export.h"
#include "app/catalogue/kind_sheet.h"
#include "app/kit/q.h"
#include "app/theme/icons.h"
#include "app/theme/theme.h"
#include "core/format/file_store.h"
#include "core/format/kind_text.h"
#include "core/edits/edits.h"
#include "phrase/error_text.h"
#include "phrase/kind_words.h"
#include "phrase/numbers.h"

namespace ovant {
namespace {

constexpr std::size_t largest_catalogue_bytes = 8u << 20;

}  // namespace

CatalogueDialog::CatalogueDialog(Document& document, Prompts& prompts, QWidget* parent)
    : QDialog(parent),
      document_(document),
      prompts_(prompts),
      filter_(new QLineEdit),
      list_(new QTreeWidget),
      form_(new QScrollArea),
      message_(new QLabel),
      copy_(new QPushButton(icon(Icon::copy), tr("Copy into the site"))),
      remove_(new QPushButton(icon(Icon::remove), tr("Remove from the site"))) {
    setObjectName("catalogue");
    setWindowTitle(tr("Catalogue"));
    setAttribute(Qt::WA_DeleteOnClose);
    resize(1060, 680);
    filter_->setObjectName("catalogueFilter");
    filter_->setPlaceholderText(tr("Find a kind"));
    filter_->setClearButtonEnabled(true);
    filter_->setAccessibleName(tr("Find a kind"));
    list_->setObjectName("catalogueList");
    list_->setAccessibleName(tr("Kinds"));
    list_->setColumnCount(2);
    list_->setHeaderLabels({tr("kind"), q(document_.site().settings.currency)});
    list_->header()->setStretchLastSection(false);
    list_->header()->setSectionResizeMode(0, QHeaderView::Stretch);
    list_->header()->resizeSection(1, 64);
    form_->setObjectName("kindForm");
    form_->setWidgetResizable(true);
    form_->setAccessibleName(tr("Data sheet of the kind"));
    form_->setFrameShape(QFrame::NoFrame);
    message_->setObjectName("catalogueMessage");
    message_->setWordWrap(true);
    copy_->setObjectName("copyKind");
    remove_->setObjectName("removeKind");
    lay_out();
    connect(filter_, &QLineEdit::textChanged, this, &CatalogueDialog::fill_list);
    connect(list_, &QTreeWidget::currentItemChanged, this, [this](QTreeWidgetItem* item) {
        if (!item || item->data(0, Qt::UserRole).isNull()) return;
        shown_ = item->data(0, Qt::UserRole).toString().toStdString();
        fill_form();
    });
    connect(copy_, &QPushButton::clicked, this, &CatalogueDialog::copy_shown);
    connect(remove_, &QPushButton::clicked, this, [this] {
        const Result<Site> removed = remove_own_kind(document_.committed(), shown_);
        if (!removed) return say(q(sentence(removed.error())));
        document_.edit(tr("Remove kind %1").arg(q(shown_)), removed);
    });
    connect(&document_, &Document::changed, this, [this](Change what) {
        if (what == Change::preview) return;
        fill_list();
        fill_form();
    });
    fill_list();
    const QList<QTreeWidgetItem*> own =
        list_->findItems("*", Qt::MatchWildcard | Qt::MatchRecursive);
    for (QTreeWidgetItem* item : own) {
        if (item->data(0, Qt::UserRole).isNull()) continue;
        list_->setCurrentItem(item);
        break;
    }
}

void CatalogueDialog::lay_out() {
    auto* in = new QPushButton(icon(Icon::bring_in), tr("Bring in…"));
    in->setObjectName("importKinds");
    auto* out = new QPushButton(icon(Icon::give_out), tr("Give out…"));
    out->setObjectName("exportKinds");
    auto* close = new QPushButton(icon(Icon::close), tr("Close"));
    auto* left = new QWidget;
    auto* left_column = new QVBoxLayout(left);
    left_column->setContentsMargins(0, 0, 0, 0);
    left_column->addWidget(filter_);
    left_column->addWidget(list_);
    auto* splitter = new QSplitter(Qt::Horizontal);
    splitter->setChildrenCollapsible(false);
    splitter->addWidget(left);
    splitter->addWidget(form_);
    splitter->setSizes({420, 620});
    auto* buttons = new QHBoxLayout;
    for (QPushButton* button : {copy_, remove_, in, out}) {
        button->setAutoDefault(false);
        buttons->addWidget(button);
    }
    buttons->addWidget(message_, 1);
    buttons->addWidget(close);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(splitter, 1);
    layout->addLayout(buttons);
    connect(in, &QPushButton::clicked, this, [this] {
        const QString path =
            prompts_.open_path(this, {tr("Bring in kinds"), tr("Kinds (*.json *.csv)"), {}});
        if (!path.isEmpty()) import_file(path);
    });
    connect(out, &QPushButton::clicked, this, &CatalogueDialog::give_out);
    connect(&document_, &Document::refused, this, &CatalogueDialog::say);
    connect(close, &QPushButton::clicked, this, &QDialog::close);
}

bool CatalogueDialog::is_own(const std::string& id) const {
    return document_.committed().kinds.contains(id);
}

void CatalogueDialog::say(const QString& text) { message_->setText(text); }

void CatalogueDialog::fill_list() {
    const QSignalBlocker quiet(list_);
    list_->clear();
    const QString wanted = filter_->text().toLower();
    QTreeWidgetItem* shown_item = nullptr;
    for (int c = 0; c <= static_cast<int>(Category::small_part); ++c) {
        const auto category = static_cast<Category>(c);
        QTreeWidgetItem* group = nullptr;
        for (const Kind* kind : document_.catalogue().of(category)) {
            const QString name = q(kind->name);
            const bool matches = wanted.isEmpty() || name.toLower().contains(wanted) ||
                                 q(kind->id).contains(wanted) ||
                                 q(title(category)).toLower().contains(wanted);
            if (!matches) continue;
            if (!group) {
                group = new QTreeWidgetItem(list_, {q(title(category))});
                group->setFlags(Qt::ItemIsEnabled);
                group->setFont(0, text_font(*this, 1, true));
            }
            const double price = kind->cable ? kind->cable->price_per_m : kind->price;
            auto* item = new QTreeWidgetItem(
                group,
                {is_own(kind->id) ? tr("%1 (own)").arg(name) : name, q(shown_money(price, ""))});
            item->setData(0, Qt::UserRole, q(kind->id));
            item->setToolTip(0, name);
            item->setTextAlignment(1, Qt::AlignRight | Qt::AlignVCenter);
            if (kind->id == shown_) shown_item = item;
        }
    }
    list_->expandAll();
    if (shown_item) {
        list_->setCurrentItem(shown_item);
        list_->scrollToItem(shown_item);
    }
}

void CatalogueDialog::show_kind(const QString& id) {
    shown_ = id.toStdString();
    fill_list();
    fill_form();
}

void CatalogueDialog::fill_form() {
    const std::string json = kind_json(document_.committed(), shown_);
    const Kind* kind = document_.catalogue().find(shown_);
    copy_->setEnabled(!json.empty());
    remove_->setEnabled(is_own(shown_));
    if (!kind) return;
    auto* sheet = new KindSheet({*kind, document_.catalogue(), json, is_own(shown_),
                                 document_.units(), document_.site().settings.currency});
    connect(sheet, &KindSheet::typed, this, &CatalogueDialog::change_figure);
    connect(sheet, &KindSheet::asked_for, this, &CatalogueDialog::show_kind);
    // The old sheet may hold the field whose change brought us here: it goes when that is done.
    if (QWidget* old = form_->takeWidget()) {
        old->hide();
        old->deleteLater();
    }
    form_->setWidget(sheet);
}

void CatalogueDialog::change_figure(const std::string& path, const QString& text) {
    const std::string json = kind_json(document_.committed(), shown_);
    const Result<std::string> changed =
        with_field(json, {path, text.toStdString()}, document_.units());
    if (!changed) return say(q(kind_sentence(kind_fields(json), changed.error())));
    say({});
    document_.edit(tr("Change kind %1").arg(q(shown_)),
                   set_own_kind(document_.committed(), shown_, *changed));
}

void CatalogueDialog::copy_shown() {
    const std::string json = kind_json(document_.committed(), shown_);
    const Kind* kind = document_.catalogue().find(shown_);
    if (json.empty() || !kind) return;
    std::string id;
    for (int number = 1; id.empty() || document_.catalogue().find(id); ++number)
        id = shown_ + "-own" + (number > 1 ? std::to_string(number) : "");
    const Result<std::string> copy =
        copied_kind(json, {id, kind->name + tr(", as we buy it").toStdString()});
    if (!copy) return say(q(sentence(copy.error())));
    shown_ = id;
    document_.edit(tr("Copy kind %1").arg(q(kind->id)),
                   set_own_kind(document_.committed(), id, *copy));
}

void CatalogueDialog::import_file(const QString& path) {
    const Result<std::string> text = read_file(path.toStdString(), largest_catalogue_bytes);
    if (!text) return say(q(sentence(text.error())));
    const KindsImport import = import_kinds(*text);
    Result<Site> site = document_.committed();
    for (const auto& [id, json] : import.kinds) site = set_own_kind(std::move(*site), id, json);
    if (!import.kinds.empty()) {
        shown_ = import.kinds.front().first;
        document_.edit(tr("Bring in %1 kinds").arg(import.kinds.size()), std::move(site));
    }
    say(import.errors.empty()
            ? tr("%1 kinds brought in").arg(import.kinds.size())
            : tr("%1 kinds brought in; left out: %2")
                  .arg(import.kinds.size())
                  .arg(q(import.errors.front().place + ": " + sentence(import.errors.front()))));
}

void CatalogueDialog::give_out() {
    std::vector<std::string> kinds;
    for (const auto& [id, own] : document_.committed().kinds) kinds.push_back(own.json());
    if (kinds.empty()) kinds.push_back(kind_json(document_.committed(), shown_));
    save_export(this, document_, prompts_,
                {tr("Give out the site's own kinds"), tr("Kinds (*.json *.csv)"), "kinds.json"},
                [&](const std::string& path) -> Result<bool> {
                    const bool csv = q(path).endsWith(".csv", Qt::CaseInsensitive);
                    const Result<FileStamp> saved =
                        save_file(path, csv ? kinds_as_csv(kinds) : kinds_as_json(kinds));
                    if (!saved) return saved.error();
                    say(tr("%1 kinds in %2").arg(kinds.size()).arg(q(path)));
                    return true;
                });
}

}  // namespace ovant
