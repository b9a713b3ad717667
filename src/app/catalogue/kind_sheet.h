// SPDX-License-Identifier: GPL-3.0-or-later
// One kind as its data sheet: sockets, figures under their headings, tables as tables, and what
// goes with it. Figures of the site's own kinds are changed where they stand.
#pragma once

#include <QWidget>

#include <functional>
#include <string>
#include <vector>

#include "core/catalogue/catalogue.h"
#include "phrase/kind_words.h"

class QGridLayout;
class QVBoxLayout;

namespace ovant {

struct SheetOf {
    const Kind& kind;
    const Catalogue& catalogue;
    std::string json;
    bool own = false;  // the site's own, so that it may be changed
    UnitSystem units = UnitSystem::metric;
    std::string currency;
};

class KindSheet : public QWidget {
    Q_OBJECT

public:
    KindSheet(const SheetOf& of, QWidget* parent = nullptr);

signals:
    // A figure as it was typed, by its path in the kind's file.
    void typed(const std::string& path, const QString& text);
    void asked_for(const QString& kind);

private:
    void add_heading(const QString& text);
    void add_figures(const std::vector<KindField>& fields);
    void add_table(const std::vector<KindField>& fields, const std::string& list);
    void add_companions();
    QWidget* value_of(const KindField& field);

    const SheetOf of_;
    QVBoxLayout* layout_;
};

}  // namespace ovant
