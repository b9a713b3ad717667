// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/runs/chain_dialog.h"

#include <QClipboard>
#include <QDialogButtonBox>
#include <QGuiApplication>
#include <QVBoxLayout>

#include "app/kit/labels.h"
#include "app/kit/plain_table.h"
#include "app/kit/q.h"
#include "app/kit/verdict_delegate.h"
#include "app/theme/icons.h"
#include "app/theme/theme.h"
#include "phrase/error_text.h"

namespace ovant {
namespace {

struct ChainColumn {
    enum { mark, name, promise, growth, all };
};
constexpr int pause_ms = 250;  // after the last letter

}  // namespace

ChainDialog::ChainDialog(Document& document, bool into_site, QWidget* parent)
    : QDialog(parent),
      document_(document),
      words_(new QLineEdit),
      verdict_(wrapped_label({}, this)),
      table_(new QTableWidget),
      copy_(new QPushButton(icon(Icon::copy), tr("Copy"))),
      put_in_(new QPushButton(icon(Icon::accept), tr("Put it into the site"))),
      open_(new QPushButton(icon(Icon::add), tr("Open it as a site"))) {
    setObjectName("chainDialog");
    setWindowTitle(tr("A run in words"));
    auto* words = wrapped_label(
        tr("Port, length, unit, length, … camera, with commas or arrows between them. Units and "
           "cables by their usual names or by their ids."),
        this);
    words_->setObjectName("chainWords");
    words_->setAccessibleName(tr("A run in words"));
    words_->setPlaceholderText("30 W port, 90 m cat6, repeater, 85 m, camera 9.6 W");
    words_->setClearButtonEnabled(true);
    verdict_->setObjectName("chainVerdict");
    verdict_->setFont(text_font(*this, 1.05, true));
    table_->setObjectName("chainTable");
    table_->setAccessibleName(tr("What is promised"));
    table_->setColumnCount(ChainColumn::all);
    table_->setHorizontalHeaderLabels({"", tr("Element"), tr("What is promised"), tr("May grow")});
    make_plain(*table_, ChainColumn::growth);
    table_->setItemDelegateForColumn(ChainColumn::mark, new VerdictDelegate(Qt::UserRole, table_));
    table_->setWordWrap(true);
    copy_->setObjectName("copyChain");
    copy_->setToolTip(tr("The run in the shortest words that read back as the same"));
    put_in_->setObjectName("putChainIn");
    open_->setObjectName("openChain");
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    for (QPushButton* button : {copy_, put_in_, open_}) {
        buttons->addButton(button, QDialogButtonBox::ActionRole);
        button->setEnabled(false);
    }
    for (QPushButton* button : buttons->findChildren<QPushButton*>()) button->setAutoDefault(false);
    put_in_->setVisible(into_site);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(words);
    layout->addWidget(words_);
    layout->addWidget(verdict_);
    layout->addWidget(table_, 1);
    layout->addWidget(buttons);
    resize(900, 560);
    pause_.setSingleShot(true);
    pause_.setInterval(pause_ms);
    connect(&pause_, &QTimer::timeout, this, &ChainDialog::ask);
    connect(words_, &QLineEdit::textChanged, this, [this] { pause_.start(); });
    connect(words_, &QLineEdit::returnPressed, this, &ChainDialog::ask);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(copy_, &QPushButton::clicked, this, [this] {
        if (told_.chain)
            QGuiApplication::clipboard()->setText(
                q(write_chain(*told_.chain, document_.catalogue())));
    });
    connect(put_in_, &QPushButton::clicked, this, &ChainDialog::put_in);
    connect(open_, &QPushButton::clicked, this, [this] {
        if (!told_.site) return;
        const Site site = *told_.site;
        accept();
        emit site_wanted(site);
    });
    words_->setFocus();
}

void ChainDialog::set_words(const QString& words) {
    words_->setText(words);
    ask();
}

ChainDialog::Told ChainDialog::tell(const std::string& words, const Site& like,
                                    const Catalogue& catalogue, UnitSystem units,
                                    const Wanted& wanted) {
    Told told;
    const Result<Chain> chain = read_chain(words, catalogue, units);
    if (!chain) {
        told.refused = q(sentence(chain.error()));
        return told;
    }
    told.chain = *chain;
    const Result<Site> site = chain_site(*chain, catalogue, like);
    if (!site) {
        told.refused = q(sentence(site.error()));
        return told;
    }
    told.site = *site;
    TextContext context;
    context.catalogue = &catalogue;
    context.units = units;
    told.answer = chain_answer(*site, context);
    for (std::size_t i = 0; i < chain->lengths.size() && wanted.still(); ++i) {
        const Result<ChainGrowth> growth = grow(*chain, i, catalogue, like);
        told.growths.push_back(growth ? q(growth_text(*growth, context)) : QString());
    }
    return told;
}

void ChainDialog::ask() {
    pause_.stop();
    const std::string words = words_->text().trimmed().toStdString();
    if (words.empty()) {
        told_ = {};
        job_.stop();
        return show_told();
    }
    job_.start(
        [words, net = document_.shared_site_network(),
         units = document_.units()](const Wanted& wanted) {
            return tell(words, judged_like(*net->site), *net->catalogue, units, wanted);
        },
        [this](Told told) {
            told_ = std::move(told);
            show_told();
        });
}

void ChainDialog::show_told() {
    const bool stands = told_.site.has_value();
    for (QPushButton* button : {copy_, put_in_, open_}) button->setEnabled(stands);
    verdict_->setText(stands ? q(answer_sentence(told_.answer)) : told_.refused);
    const auto& rows = told_.answer.rows;
    table_->setRowCount(stands ? static_cast<int>(rows.size()) : 0);
    std::size_t length = 0;
    for (int row = 0; row < table_->rowCount(); ++row) {
        const ChainRow& one = rows[static_cast<std::size_t>(row)];
        const auto put = [&](int column, const QString& text) {
            auto* item = new QTableWidgetItem(text);
            item->setToolTip(text);
            table_->setItem(row, column, item);
            return item;
        };
        put(ChainColumn::mark, {})->setData(Qt::UserRole, static_cast<int>(one.verdict));
        put(ChainColumn::name, (one.is_length ? "      " : "") + q(one.name));
        put(ChainColumn::promise, q(one.promise));
        QString growth;
        if (one.is_length && length < told_.growths.size()) growth = told_.growths[length++];
        put(ChainColumn::growth, growth);
    }
    table_->setColumnWidth(ChainColumn::mark, 26);
    table_->resizeColumnToContents(ChainColumn::name);
    table_->setColumnWidth(ChainColumn::name,
                           std::min(table_->columnWidth(ChainColumn::name), 330));
    table_->resizeColumnToContents(ChainColumn::promise);
}

void ChainDialog::put_in() {
    if (!told_.chain) return;
    Result<ChainPut> put = with_chain(document_.committed(), document_.catalogue(), *told_.chain);
    if (!put) return verdict_->setText(q(sentence(put.error())));
    const std::string camera = put->camera;
    document_.edit(tr("A run in words"), std::move(put->site));
    document_.select(camera);
    accept();
}

}  // namespace ovant
