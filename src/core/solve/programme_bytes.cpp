// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/solve/programme_bytes.h"

#include <cstdint>
#include <cstring>
#include <type_traits>

namespace ovant {
namespace {

template <class T>
void put(std::string& out, const T& value) {
    static_assert(std::is_arithmetic_v<T>);
    out.append(reinterpret_cast<const char*>(&value), sizeof value);
}
template <class T>
void put(std::string& out, const std::vector<T>& values) {
    put(out, std::uint64_t{values.size()});
    for (const T& value : values) put(out, value);
}

class Taking {
public:
    explicit Taking(std::string_view bytes) : bytes_(bytes) {}
    template <class T>
    void take(T& value) {
        static_assert(std::is_arithmetic_v<T>);
        if (bytes_.size() - at_ < sizeof value) {
            whole_ = false;
            return;
        }
        std::memcpy(&value, bytes_.data() + at_, sizeof value);
        at_ += sizeof value;
    }
    template <class T>
    void take(std::vector<T>& values) {
        std::uint64_t size = 0;
        take(size);
        if (!whole_ || size > (bytes_.size() - at_) / sizeof(T)) {
            whole_ = false;
            return;
        }
        values.resize(size);
        for (T& value : values) take(value);
    }
    bool whole() const { return whole_; }
    std::size_t taken() const { return at_; }

private:
    std::string_view bytes_;
    std::size_t at_ = 0;
    bool whole_ = true;
};

}  // namespace

std::string programme_to_bytes(const IntegerProgramme& programme, const ProgrammeEffort& effort) {
    std::string out;
    put(out, programme.cost);
    put(out, programme.most);
    put(out, std::uint64_t{programme.rows.size()});
    for (const ProgrammeRow& row : programme.rows) {
        put(out, row.low);
        put(out, row.high);
        std::vector<int> columns;
        std::vector<double> factors;
        for (const auto& [column, factor] : row.terms) {
            columns.push_back(column);
            factors.push_back(factor);
        }
        put(out, columns);
        put(out, factors);
    }
    put(out, effort.most_s);
    put(out, effort.most_nodes);
    put(out, effort.gap_share);
    put(out, effort.seed);
    put(out, effort.start);
    return out;
}

std::optional<ProgrammeAsked> programme_from_bytes(std::string_view bytes) {
    ProgrammeAsked out;
    Taking from(bytes);
    from.take(out.programme.cost);
    from.take(out.programme.most);
    std::uint64_t rows = 0;
    from.take(rows);
    for (std::uint64_t i = 0; i < rows && from.whole(); ++i) {
        ProgrammeRow row;
        std::vector<int> columns;
        std::vector<double> factors;
        from.take(row.low);
        from.take(row.high);
        from.take(columns);
        from.take(factors);
        if (columns.size() != factors.size()) return std::nullopt;
        for (std::size_t term = 0; term < columns.size(); ++term)
            row.terms.emplace_back(columns[term], factors[term]);
        out.programme.rows.push_back(std::move(row));
    }
    from.take(out.effort.most_s);
    from.take(out.effort.most_nodes);
    from.take(out.effort.gap_share);
    from.take(out.effort.seed);
    from.take(out.effort.start);
    if (!from.whole()) return std::nullopt;
    return out;
}

std::string news_to_bytes(const SolverNews& news) {
    std::string out;
    put(out, news.ended);
    put(out, news.optimal);
    put(out, news.infeasible);
    put(out, news.bound);
    put(out, news.values);
    return out;
}

std::optional<SolverNews> take_news(std::string& bytes) {
    SolverNews out;
    Taking from(bytes);
    from.take(out.ended);
    from.take(out.optimal);
    from.take(out.infeasible);
    from.take(out.bound);
    from.take(out.values);
    if (!from.whole()) return std::nullopt;
    bytes.erase(0, from.taken());
    return out;
}

}  // namespace ovant
