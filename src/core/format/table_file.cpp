// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/format/table_file.h"

#include <expat.h>
#include <fmt/format.h>
#include <zip.h>

#include <algorithm>
#include <charconv>
#include <cmath>
#include <cstdlib>
#include <functional>
#include <map>
#include <memory>
#include <optional>

#include "core/format/xml_error.h"
#include "core/text.h"

namespace ovant {
namespace {

constexpr std::size_t most_bytes = std::size_t(64) << 20, most_rows = 100'000, most_columns = 1000;
constexpr std::size_t most_in_cell = 32'767;  // of any spreadsheet; the rest is cut off

Error too_large() {
    return {ErrorCode::too_large, "", "the table", fmt::format("{} MB", most_bytes >> 20)};
}

// The files in a packed one.
class PackedFile {
public:
    static Result<PackedFile> open(std::string_view file) {
        zip_error_t error;
        zip_error_init(&error);
        zip_source_t* source = zip_source_buffer_create(file.data(), file.size(), 0, &error);
        zip_t* opened = source ? zip_open_from_source(source, ZIP_RDONLY, &error) : nullptr;
        zip_error_fini(&error);
        if (opened) return PackedFile(opened);
        if (source) zip_source_free(source);
        return Error{ErrorCode::ends_early, "", "", ""};
    }
    bool has(const std::string& name) const {
        return zip_name_locate(zip_.get(), name.c_str(), 0) >= 0;
    }
    Result<std::string> read(const std::string& name) const {
        zip_stat_t stat;
        zip_stat_init(&stat);
        if (zip_stat(zip_.get(), name.c_str(), 0, &stat) != 0 || !(stat.valid & ZIP_STAT_SIZE))
            return Error{ErrorCode::not_a_table, "", name, ""};
        if (stat.size > most_bytes) return too_large();
        const std::unique_ptr<zip_file_t, int (*)(zip_file_t*)> part(
            zip_fopen(zip_.get(), name.c_str(), 0), &zip_fclose);
        std::string out(stat.size, '\0');
        const zip_int64_t got = part ? zip_fread(part.get(), out.data(), out.size()) : -1;
        if (got < 0 || static_cast<std::size_t>(got) != out.size())
            return Error{ErrorCode::ends_early, "", "", ""};
        return out;
    }

private:
    explicit PackedFile(zip_t* zip) : zip_(zip, &zip_discard) {}
    std::unique_ptr<zip_t, void (*)(zip_t*)> zip_;
};

// Names without what stands before their colon.
std::string_view local(std::string_view name) {
    const std::size_t colon = name.rfind(':');
    return colon == std::string_view::npos ? name : name.substr(colon + 1);
}

class Attributes {
public:
    explicit Attributes(const char** all) : all_(all) {}
    std::string_view operator[](std::string_view name) const {
        for (const char** one = all_; *one; one += 2)
            if (local(*one) == name) return one[1];
        return {};
    }

private:
    const char** all_;
};

// One XML text, read from beginning to end. What it declares itself is refused: entities can grow
// without end.
struct XmlWalk {
    std::function<void(std::string_view name, const Attributes& with)> begins;
    std::function<void(std::string_view name)> ends;
    std::function<void(std::string_view text)> text;
    std::optional<Error> wrong;
    XML_Parser parser = nullptr;

    void refuse(Error error) {
        wrong = std::move(error);
        XML_StopParser(parser, XML_FALSE);
    }
    std::optional<Error> walk(std::string_view xml) {
        const std::unique_ptr<std::remove_pointer_t<XML_Parser>, decltype(&XML_ParserFree)> kept(
            XML_ParserCreate(nullptr), &XML_ParserFree);
        parser = kept.get();
        XML_SetUserData(parser, this);
        XML_SetElementHandler(
            parser,
            [](void* self, const char* name, const char** with) {
                static_cast<XmlWalk*>(self)->begins(local(name), Attributes(with));
            },
            [](void* self, const char* name) { static_cast<XmlWalk*>(self)->ends(local(name)); });
        XML_SetCharacterDataHandler(parser, [](void* self, const char* letters, int size) {
            static_cast<XmlWalk*>(self)->text({letters, static_cast<std::size_t>(size)});
        });
        XML_SetStartDoctypeDeclHandler(
            parser, [](void* self, const char*, const char*, const char*, int) {
                static_cast<XmlWalk*>(self)->refuse(
                    {ErrorCode::not_xml, "", "it declares things of its own", "the table"});
            });
        const bool read =
            XML_Parse(parser, xml.data(), static_cast<int>(xml.size()), 1) == XML_STATUS_OK;
        if (wrong || read) return wrong;
        return Error{ErrorCode::not_xml, "", why_no_xml(XML_GetErrorCode(parser)), "the table"};
    }
};

// Rows as they come. A few bytes of a file can say that a long text stands in many cells: all that
// is kept of it is counted.
class Rows {
public:
    explicit Rows(XmlWalk& walk) : walk_(walk) {}
    void put(CsvRows& table, std::size_t line, std::vector<std::string> cells) {
        while (!cells.empty() && trimmed(cells.back()).empty()) cells.pop_back();
        if (cells.empty()) return;
        for (const std::string& cell : cells) bytes_ += cell.size() + sizeof(cell);
        if (bytes_ > most_bytes) return walk_.refuse(too_large());
        if (++rows_ > most_rows)
            return walk_.refuse({ErrorCode::too_many, "the table", std::to_string(rows_),
                                 std::to_string(most_rows)});
        table.rows.push_back({line, std::move(cells)});
    }

private:
    XmlWalk& walk_;
    std::size_t bytes_ = 0, rows_ = 0;
};

// A letter of several bytes goes whole.
std::string as_in_cell(std::string text) {
    if (text.size() <= most_in_cell) return text;
    std::size_t size = most_in_cell;
    while (size > 0 && (static_cast<unsigned char>(text[size]) & 0xc0) == 0x80) --size;
    text.resize(size);
    return text;
}

// 90.100000000000001 was typed as 90.1.
std::string as_typed(const std::string& number) {
    char* end = nullptr;
    const double value = std::strtod(number.c_str(), &end);
    if (number.empty() || end != number.c_str() + number.size() || !std::isfinite(value))
        return number;
    return fmt::format("{:.15g}", value);
}

// "C5": the third; nullopt where there are no letters.
std::optional<std::size_t> column_of(std::string_view cell) {
    std::size_t column = 0;
    for (const char c : cell) {
        if (c < 'A' || c > 'Z') break;
        column = column * 26 + static_cast<std::size_t>(c - 'A' + 1);
        if (column > most_columns) break;
    }
    return column == 0 ? std::nullopt : std::optional(column - 1);
}

std::size_t count_in(std::string_view text, std::size_t otherwise) {
    std::size_t value = otherwise;
    const auto read = std::from_chars(text.data(), text.data() + text.size(), value);
    return read.ec == std::errc() ? value : otherwise;
}

// Texts that the cells of all sheets point at, of several pieces each.
Result<std::vector<std::string>> shared_texts(const PackedFile& package) {
    std::vector<std::string> out;
    if (!package.has("xl/sharedStrings.xml")) return out;
    const Result<std::string> xml = package.read("xl/sharedStrings.xml");
    if (!xml) return xml.error();
    bool inside = false;
    int spoken = 0;  // how a text is read aloud is no part of it
    XmlWalk walk;
    walk.begins = [&](std::string_view name, const Attributes&) {
        if (name == "si") out.emplace_back();
        if (name == "rPh") ++spoken;
        inside = name == "t" && spoken == 0 && !out.empty();
    };
    walk.ends = [&](std::string_view name) {
        if (name == "rPh") --spoken;
        if (name == "t") inside = false;
    };
    walk.text = [&](std::string_view text) {
        if (inside) out.back() += text;
    };
    if (auto wrong = walk.walk(*xml)) return *wrong;
    return out;
}

struct Named {
    std::string name, path;
};
Result<std::vector<Named>> sheets_of_book(const PackedFile& package) {
    const Result<std::string> book = package.read("xl/workbook.xml");
    const Result<std::string> links = package.read("xl/_rels/workbook.xml.rels");
    if (!book) return book.error();
    if (!links) return links.error();
    std::map<std::string, std::string, std::less<>> paths;
    XmlWalk walk;
    walk.ends = [](std::string_view) {};
    walk.text = [](std::string_view) {};
    walk.begins = [&](std::string_view name, const Attributes& with) {
        if (name != "Relationship") return;
        std::string path(with["Target"]);
        path = path.starts_with('/') ? path.substr(1) : "xl/" + path;
        paths[std::string(with["Id"])] = path;
    };
    if (auto wrong = walk.walk(*links)) return *wrong;
    std::vector<Named> out;
    walk.begins = [&](std::string_view name, const Attributes& with) {
        if (name != "sheet") return;
        const auto path = paths.find(with["id"]);
        if (path != paths.end()) out.push_back({std::string(with["name"]), path->second});
    };
    if (auto wrong = walk.walk(*book)) return *wrong;
    return out;
}

Result<CsvRows> rows_of_sheet(const std::string& xml, const std::vector<std::string>& texts) {
    CsvRows out;
    std::size_t line = 0, column = 0;
    std::vector<std::string> cells;
    std::string type, value;
    bool inside = false;
    XmlWalk walk;
    Rows rows(walk);
    walk.begins = [&](std::string_view name, const Attributes& with) {
        if (name == "row") {
            line = count_in(with["r"], line + 1);
            column = 0;
            cells.clear();
        } else if (name == "c") {
            column = column_of(with["r"]).value_or(column);
            type = with["t"];
            value.clear();
        }
        inside = name == "v" || name == "t";
    };
    walk.text = [&](std::string_view text) {
        if (inside) value += text;
    };
    walk.ends = [&](std::string_view name) {
        if (name == "v" || name == "t") inside = false;
        if (name == "row") rows.put(out, line, std::move(cells));
        if (name != "c" || column >= most_columns) return;
        if (type == "s") {
            const std::size_t at = count_in(value, texts.size());
            value = at < texts.size() ? texts[at] : "";
        } else if (type == "e") {
            value.clear();
        } else if (type.empty() || type == "n") {
            value = as_typed(value);
        }
        if (cells.size() <= column) cells.resize(column + 1);
        cells[column++] = as_in_cell(value);
    };
    if (auto wrong = walk.walk(xml)) return *wrong;
    return out;
}

Result<std::vector<TableSheet>> read_workbook(const PackedFile& package) {
    Result<std::vector<std::string>> texts = shared_texts(package);
    if (!texts) return texts.error();
    Result<std::vector<Named>> sheets = sheets_of_book(package);
    if (!sheets) return sheets.error();
    std::vector<TableSheet> out;
    for (Named& sheet : *sheets) {
        if (!package.has(sheet.path)) continue;
        const Result<std::string> xml = package.read(sheet.path);
        if (!xml) return xml.error();
        Result<CsvRows> rows = rows_of_sheet(*xml, *texts);
        if (!rows) return rows.error();
        out.push_back({std::move(sheet.name), std::move(*rows)});
    }
    return out;
}

// A cell or a row that is said to stand there so many times; the blank ones to the edge of the
// sheet are passed over.
Result<std::vector<TableSheet>> read_open_document(const PackedFile& package) {
    const Result<std::string> xml = package.read("content.xml");
    if (!xml) return xml.error();
    std::vector<TableSheet> out;
    std::size_t line = 1, times = 1, cell_times = 1, notes = 0, paragraphs = 0;
    std::vector<std::string> cells;
    std::string value, kept;
    bool inside = false;
    XmlWalk walk;
    Rows rows(walk);
    walk.begins = [&](std::string_view name, const Attributes& with) {
        if (name == "table") {
            out.push_back({std::string(with["name"]), {}});
            line = 1;
        } else if (name == "table-row") {
            times = count_in(with["number-rows-repeated"], 1);
            cells.clear();
        } else if (name == "table-cell" || name == "covered-table-cell") {
            cell_times = count_in(with["number-columns-repeated"], 1);
            const std::string_view type = with["value-type"];
            kept = type == "float" || type == "percentage" || type == "currency"
                       ? as_typed(std::string(with["value"]))
                       : "";
            value.clear();
            paragraphs = 0;
        } else if (name == "annotation") {
            ++notes;
        } else if (name == "p" && notes == 0) {
            if (paragraphs++ > 0) value += '\n';
            inside = true;
        } else if (inside && (name == "s" || name == "tab")) {
            value.append(std::min<std::size_t>(count_in(with["c"], 1), 100), ' ');
        }
    };
    walk.text = [&](std::string_view text) {
        if (inside && notes == 0) value += text;
    };
    walk.ends = [&](std::string_view name) {
        if (name == "annotation" && notes > 0) --notes;
        if (name == "p" && notes == 0) inside = false;
        if (name == "table-cell" || name == "covered-table-cell") {
            const std::string text = as_in_cell(kept.empty() ? value : kept);
            for (std::size_t i = 0; i < cell_times && cells.size() < most_columns; ++i)
                cells.push_back(text);
        } else if (name == "table-row" && !out.empty()) {
            const bool blank = std::all_of(cells.begin(), cells.end(),
                                           [](const auto& c) { return trimmed(c).empty(); });
            for (std::size_t i = 0; i < times && !blank && !walk.wrong; ++i)
                rows.put(out.back().table, line + i, cells);
            line += times;
        }
    };
    if (auto wrong = walk.walk(*xml)) return *wrong;
    return out;
}

}  // namespace

Result<std::vector<TableSheet>> read_table(std::string_view file) {
    constexpr std::string_view packed = "PK\x03\x04", old_office = "\xd0\xcf\x11\xe0";
    if (file.starts_with(old_office)) return Error{ErrorCode::not_a_table, "", "", ""};
    if (!file.starts_with(packed)) {
        const std::string text = as_utf_8(file);
        if (text.find('\0') != std::string::npos) return Error{ErrorCode::not_a_table, "", "", ""};
        std::vector<TableSheet> out;
        out.push_back({"", csv_rows(text)});
        return out;
    }
    Result<PackedFile> package = PackedFile::open(file);
    if (!package) return package.error();
    if (!package->has("xl/workbook.xml") && !package->has("content.xml"))
        return Error{ErrorCode::not_a_table, "", "", ""};
    Result<std::vector<TableSheet>> sheets =
        package->has("xl/workbook.xml") ? read_workbook(*package) : read_open_document(*package);
    if (sheets)
        std::erase_if(*sheets, [](const TableSheet& one) { return one.table.rows.empty(); });
    return sheets;
}

}  // namespace ovant
