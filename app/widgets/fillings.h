// What may stand in a blank that one of a few words stands in: each word with what it means, in the order of the list
// on the screen.
#pragma once

#include "measure/convention.h"
#include "measure/length.h"

#include <QStringList>
#include <algorithm>
#include <utility>
#include <vector>

namespace clockface::app {

// Read again when it is typed: no message, and the same in every language.
constexpr QLatin1String none_word("none");

template <class Value> class Fillings {
public:
    Fillings(std::initializer_list<std::pair<Value, QString>> all)
        : m_all(all) {}
    explicit Fillings(std::vector<std::pair<Value, QString>> all)
        : m_all(std::move(all)) {}
    /// Of a list of values and what to call each.
    template <class List, class Words> static Fillings of(const List& values, const Words& words) {
        std::vector<std::pair<Value, QString>> all;
        for (const Value& each : values)
            all.emplace_back(each, words(each));
        return Fillings(std::move(all));
    }

    [[nodiscard]] QStringList words() const {
        QStringList words;
        for (const auto& [value, word] : m_all)
            words << word;
        return words;
    }
    /// Where a value stands in the list; -1: nowhere.
    [[nodiscard]] int place_of(const Value& value) const {
        const auto found =
            std::find_if(m_all.begin(), m_all.end(), [&](const auto& each) { return each.first == value; });
        return found == m_all.end() ? -1 : static_cast<int>(found - m_all.begin());
    }
    [[nodiscard]] const Value& at(int place) const { return m_all.at(static_cast<std::size_t>(place)).first; }

private:
    std::vector<std::pair<Value, QString>> m_all;
};

/// Ways round, and units, as they are chosen everywhere.
Fillings<Sense> sense_fillings();
Fillings<Unit> unit_fillings();

} // namespace clockface::app
