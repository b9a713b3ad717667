// SPDX-License-Identifier: GPL-3.0-or-later
// A run in words: what is promised at each element, and how far each length may grow.
#pragma once

#include <QDialog>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTableWidget>
#include <QTimer>

#include <optional>

#include "app/document/document.h"
#include "app/kit/background_job.h"
#include "core/chain/chain.h"
#include "phrase/chain_text.h"

namespace ovant {

class ChainDialog : public QDialog {
    Q_OBJECT

public:
    // `into_site`: a site is open that the run can be put into.
    ChainDialog(Document& document, bool into_site, QWidget* parent = nullptr);
    void set_words(const QString& words);

signals:
    void site_wanted(const ovant::Site& site);  // of the run alone

private:
    struct Told {
        std::optional<Chain> chain;
        std::optional<Site> site;
        QString refused;
        ChainAnswer answer;
        std::vector<QString> growths;
    };
    static Told tell(const std::string& words, const Site& like, const Catalogue& catalogue,
                     UnitSystem units, const Wanted& wanted);
    void ask();
    void show_told();
    void put_in();

    Document& document_;
    QLineEdit* words_;
    QLabel* verdict_;
    QTableWidget* table_;
    QPushButton *copy_, *put_in_, *open_;
    QTimer pause_;
    Told told_;
    BackgroundJob<Told> job_;
};

}  // namespace ovant
