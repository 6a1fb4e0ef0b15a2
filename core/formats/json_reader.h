// Reading JSON that may be anything: every value is asked for by type, the first fault is kept with its place.
#pragma once

#include "measure/problem.h"

#include <nlohmann/json.hpp>
#include <optional>
#include <set>
#include <string>
#include <vector>

namespace clockface {

/// Parses text; the problem names line and column in words.
Result<nlohmann::json> parse_json(const std::string& text);

/// Keeps the first fault found anywhere in a document.
struct FirstFault {
    std::optional<Problem> problem;

    void note(std::string place, std::string sentence) {
        if (!problem)
            problem = Problem{std::move(place), std::move(sentence)};
    }
};

/// An object of the document. A value that is missing or of the wrong type is noted as a fault and read as a default,
/// so that a reader is a plain list of fields; the caller looks at the FirstFault once, at the end. Names nobody asked
/// for are faults too: a slip of the pen must not silently become a default.
class JsonObject {
public:
    JsonObject(const nlohmann::json& value, std::string place, FirstFault& fault);
    ~JsonObject();
    JsonObject(const JsonObject&) = delete;
    JsonObject& operator=(const JsonObject&) = delete;

    [[nodiscard]] bool has(const std::string& name) const;
    double number(const std::string& name);
    int integer(const std::string& name);
    bool flag(const std::string& name);
    std::string text(const std::string& name);
    /// One of the listed words, as its index.
    std::size_t word(const std::string& name, const std::vector<std::string>& words);
    /// The member as an object or an array of `size` (any size when 0) for further reading; null JSON when at fault.
    const nlohmann::json& member(const std::string& name);
    const nlohmann::json& array(const std::string& name, std::size_t size = 0);

    [[nodiscard]] std::string place_of(const std::string& name) const;
    [[nodiscard]] FirstFault& fault() const { return m_fault; }

private:
    const nlohmann::json& m_value;
    std::string m_place;
    FirstFault& m_fault;
    std::set<std::string> m_asked;

    const nlohmann::json* find(const std::string& name);
};

/// An integer, number or text standing by itself (in an array).
int integer_at(const nlohmann::json& value, const std::string& place, FirstFault& fault);
std::string text_at(const nlohmann::json& value, const std::string& place, FirstFault& fault);
double number_at(const nlohmann::json& value, const std::string& place, FirstFault& fault);

} // namespace clockface
