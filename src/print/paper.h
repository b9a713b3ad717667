// SPDX-License-Identifier: GPL-3.0-or-later
// Pages that text flows over, one line under the other: headings, paragraphs, boxes to tick,
// tables. A4, with the title and the number of the page at the foot.
#pragma once

#include <memory>
#include <string>
#include <vector>

namespace ovant {

class Paper {
public:
    explicit Paper(const std::string& title);
    ~Paper();

    void title(const std::string& text);
    void heading(const std::string& text);
    // Above a table; not alone at the foot of a page either.
    void table_name(const std::string& text);
    void text(const std::string& paragraph, bool bold = false);
    void quiet(const std::string& paragraph);
    // A box: empty, ticked or crossed, and what it stands for.
    enum class Box { empty, ticked, crossed };
    void box(Box box, const std::string& what, const std::string& beside);
    // Columns as wide as these shares of the page; cells are broken to them. The head is set again
    // on every page that the table goes on to.
    struct Column {
        std::string head;
        double share = 1;
        bool right = false;  // of numbers
    };
    void table(const std::vector<Column>& columns,
               const std::vector<std::vector<std::string>>& rows);
    // A line to write on, with what stands under it.
    void to_sign(const std::vector<std::string>& under);
    void gap(double points);

    // The PDF file; nothing may be added after it.
    std::string finish();

private:
    struct Pages;
    std::unique_ptr<Pages> pages_;
};

}  // namespace ovant
