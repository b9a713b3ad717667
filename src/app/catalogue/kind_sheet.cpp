// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/catalogue/kind_sheet.h"

#include <fmt/format.h>

#include <QCheckBox>
#include <QGridLayout>
#include <QLabel>
#include <QLineEdit>
#include <QVBoxLayout>

#include <algorithm>

#include "app/catalogue/socket_row.h"
#include "app/kit/labels.h"
#include "app/kit/q.h"
#include "app/theme/theme.h"
#include "phrase/check_text.h"
#include "phrase/numbers.h"

namespace ovant {
namespace {

constexpr std::size_t most_companions = 12;

bool is_step(const std::string& step) {
    return !step.empty() &&
           std::all_of(step.begin(), step.end(), [](char c) { return c >= '0' && c <= '9'; });
}

// "ports/0/limit_w" stands in the list "ports", in row "0", under "limit_w".
struct Cell {
    std::string list, row, key;
};
Cell cell_of(const std::string& path) {
    std::size_t from = 0;
    while (from < path.size()) {
        const std::size_t slash = std::min(path.find('/', from), path.size());
        const std::string step = path.substr(from, slash - from);
        if (is_step(step) && from > 0 && slash < path.size())
            return {path.substr(0, from - 1), step, path.substr(slash + 1)};
        from = slash + 1;
    }
    return {"", "", path};
}

}  // namespace

KindSheet::KindSheet(const SheetOf& of, QWidget* parent)
    : QWidget(parent), of_(of), layout_(new QVBoxLayout(this)) {
    layout_->setContentsMargins(4, 0, 12, 8);
    layout_->setSpacing(4);
    auto* name = wrapped_label(q(of.kind.name), this);
    name->setObjectName("kindName");
    name->setFont(text_font(*this, 1.3, true));
    layout_->addWidget(name);
    auto* about = wrapped_label(
        tr("%1 · %2").arg(q(title(of.kind.category)),
                          of.own ? tr("the site's own: figures can be changed")
                                 : tr("ships with Ovant: copy it into the site to change it")),
        this);
    about->setObjectName("kindAbout");
    set_tone(about, Tone::quiet);
    layout_->addWidget(about);
    if (!of.kind.ports.empty()) {
        layout_->addSpacing(6);
        layout_->addWidget(new SocketRow(of.kind.ports, this));
    }
    std::vector<KindField> fields = kind_fields(of.json);
    std::erase_if(fields, [&](const KindField& field) {
        return field.path == "id" || field.path == "category" || (field.path == "name" && !of.own);
    });
    // What is said of the whole kind first, then part by part, each list as one table.
    std::stable_partition(fields.begin(), fields.end(), [](const KindField& field) {
        return field.path.find('/') == std::string::npos;
    });
    std::vector<KindField> group;
    std::string heading, list;
    const auto end_group = [&] {
        if (group.empty()) return;
        if (!heading.empty()) add_heading(q(heading));
        if (list.empty())
            add_figures(group);
        else
            add_table(group, list);
        group.clear();
    };
    for (const KindField& field : fields) {
        const Cell cell = cell_of(field.path);
        const std::string under =
            cell.list.empty() ? field_heading(fields, field.path) : list_heading(cell.list);
        if (under != heading || cell.list != list) end_group();
        heading = under;
        list = cell.list;
        group.push_back(field);
    }
    end_group();
    add_companions();
    layout_->addStretch(1);
}

void KindSheet::add_heading(const QString& text) {
    auto* label = new QLabel(text, this);
    label->setFont(text_font(*this, 1, true));
    label->setContentsMargins(0, 12, 0, 2);
    layout_->addWidget(label);
}

QWidget* KindSheet::value_of(const KindField& field) {
    const QString name = "field-" + q(field.path);
    if (field.type == KindField::Type::truth && of_.own) {
        auto* box = new QCheckBox(this);
        box->setChecked(field.value == "true");
        connect(box, &QCheckBox::clicked, this,
                [this, path = field.path](bool on) { emit typed(path, on ? "true" : "false"); });
        box->setObjectName(name);
        box->setAccessibleName(q(field_label(field.path)));
        return box;
    }
    QString text = q(field.value);
    if (field.type == KindField::Type::truth)
        text = field.value == "true" ? tr("yes") : tr("no");
    else if (field.type == KindField::Type::number && field.unit != Unit::none)
        text = QString("%1 %2")
                   .arg(q(thousands_apart(fmt::format(
                       "{:.8g}", to_shown(std::stod(field.value), field.unit, of_.units)))))
                   .arg(q(unit_name(field.unit, of_.units)));
    else if (field.path.find("price") != std::string::npos && !of_.own)
        text = q(shown_money(std::stod(field.value), of_.currency));
    if (!of_.own) {
        auto* label = wrapped_label(q(field_value_words(field.path, text.toStdString())), this);
        label->setObjectName(name);
        label->setTextInteractionFlags(Qt::TextSelectableByMouse);
        return label;
    }
    auto* edit = new QLineEdit(text, this);
    edit->setObjectName(name);
    edit->setAccessibleName(q(field_label(field.path)));
    edit->setCursorPosition(0);
    edit->setMinimumWidth(std::min(260, edit->fontMetrics().horizontalAdvance(text) + 22));
    connect(edit, &QLineEdit::editingFinished, this, [this, edit, path = field.path, text] {
        if (edit->text() == text) return;
        const QString now = edit->text();
        edit->setText(text);  // until it is taken
        emit typed(path, now);
    });
    return edit;
}

void KindSheet::add_figures(const std::vector<KindField>& fields) {
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(16);
    grid->setVerticalSpacing(4);
    grid->setColumnStretch(1, 1);
    for (const KindField& field : fields) {
        auto* label = wrapped_label(q(field_label(field.path)), this);
        set_tone(label, Tone::quiet);
        label->setFixedWidth(11 * fontMetrics().horizontalAdvance('m'));
        const int row = grid->rowCount();
        grid->addWidget(label, row, 0);
        grid->addWidget(value_of(field), row, 1);
    }
    layout_->addLayout(grid);
}

void KindSheet::add_table(const std::vector<KindField>& fields, const std::string& list) {
    std::vector<std::string> keys, rows;
    const auto number_in = [](std::vector<std::string>& all, const std::string& one) {
        const auto at = std::find(all.begin(), all.end(), one);
        if (at != all.end()) return static_cast<int>(at - all.begin());
        all.push_back(one);
        return static_cast<int>(all.size()) - 1;
    };
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(14);
    grid->setVerticalSpacing(4);
    for (const KindField& field : fields) {
        const Cell cell = cell_of(field.path);
        const int row = number_in(rows, cell.row) + 1, column = number_in(keys, cell.key);
        QWidget* value = value_of(field);
        if (auto* label = qobject_cast<QLabel*>(value)) label->setWordWrap(false);
        grid->addWidget(value, row, column, Qt::AlignLeft | Qt::AlignVCenter);
    }
    for (std::size_t column = 0; column < keys.size(); ++column) {
        auto* label = new QLabel(q(field_label(list + "/0/" + keys[column])), this);
        label->setFont(text_font(*this, 0.9));
        label->setWordWrap(true);
        set_tone(label, Tone::quiet);
        grid->addWidget(label, 0, static_cast<int>(column), Qt::AlignLeft | Qt::AlignBottom);
    }
    grid->setColumnStretch(static_cast<int>(keys.size()), 1);
    layout_->addLayout(grid);
}

void KindSheet::add_companions() {
    const std::vector<GoesWith> companions = goes_with(of_.kind, of_.catalogue);
    if (companions.empty()) return;
    add_heading(tr("Goes with"));
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(16);
    grid->setVerticalSpacing(6);
    grid->setColumnStretch(1, 1);
    const QString colour = theme_of(*this).copper.name();
    for (const GoesWith& group : companions) {
        QStringList names;
        for (const Kind* kind : group.kinds) {
            if (static_cast<std::size_t>(names.size()) == most_companions) break;
            names << QString("<a href=\"%1\" style=\"color:%3; text-decoration:none\">%2</a>")
                         .arg(q(kind->id), q(kind->name).toHtmlEscaped(), colour);
        }
        const std::size_t more = group.kinds.size() - static_cast<std::size_t>(names.size());
        auto* label = new QLabel(q(title(group.how)), this);
        set_tone(label, Tone::quiet);
        label->setFixedWidth(11 * fontMetrics().horizontalAdvance('m'));
        auto* links = new QLabel(names.join("; ") + (more ? tr("; and %1 more").arg(more) : ""));
        links->setObjectName("goesWith-" + QString::number(static_cast<int>(group.how)));
        links->setTextFormat(Qt::RichText);
        links->setWordWrap(true);
        links->setTextInteractionFlags(Qt::TextBrowserInteraction);
        connect(links, &QLabel::linkActivated, this, &KindSheet::asked_for);
        const int row = grid->rowCount();
        grid->addWidget(label, row, 0, Qt::AlignTop);
        grid->addWidget(links, row, 1);
    }
    layout_->addLayout(grid);
}

}  // namespace ovant
