#include "formats/json_reader.h"

#include "measure/limits.h"
#include "measure/text.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <fmt/ranges.h>
#include <limits>

namespace clockface {

namespace {

const nlohmann::json nothing;

} // namespace

Result<nlohmann::json> parse_json(const std::string& text) {
    if (text.find_first_not_of(" \t\r\n") == std::string::npos)
        return problem("", say("The file is empty."));
    try {
        return nlohmann::json::parse(text);
    } catch (const nlohmann::json::parse_error& error) {
        const std::size_t byte = std::min(error.byte, text.size());
        const auto line = std::count(text.begin(), text.begin() + static_cast<std::ptrdiff_t>(byte), '\n') + 1;
        if (error.byte >= text.size())
            return problem(say("line {line}", {{"line", line}}),
                           say("The file stops in the middle: its end is missing."));
        return problem(say("line {line}", {{"line", line}}),
                       say("This is not JSON as Clockface writes it. The file is damaged, or of another kind."));
    } catch (const nlohmann::json::exception&) {
        return problem("",
                       say("This file holds a number or text that cannot be read. It is damaged, or of another kind."));
    }
}

JsonObject::JsonObject(const nlohmann::json& value, std::string place, FirstFault& fault)
    : m_value(value.is_object() ? value : nothing)
    , m_place(std::move(place))
    , m_fault(fault) {
    if (!value.is_object())
        m_fault.note(m_place, say("A group of named values in { } is expected here."));
}

JsonObject::~JsonObject() {
    if (m_value.is_object())
        for (const auto& item : m_value.items())
            if (!m_asked.contains(item.key()))
                m_fault.note(place_of(item.key().substr(0, 60)), say("This name is not known here. Is it misspelt?"));
}

std::string JsonObject::place_of(const std::string& name) const {
    return m_place.empty() ? name : m_place + "." + name;
}

bool JsonObject::has(const std::string& name) const {
    return m_value.is_object() && m_value.contains(name);
}

const nlohmann::json* JsonObject::find(const std::string& name) {
    m_asked.insert(name);
    if (!m_value.is_object())
        return nullptr;
    const auto found = m_value.find(name);
    if (found == m_value.end()) {
        m_fault.note(place_of(name), say("This value is missing."));
        return nullptr;
    }
    return &*found;
}

double number_at(const nlohmann::json& value, const std::string& place, FirstFault& fault) {
    if (!value.is_number() || !std::isfinite(value.get<double>())) {
        fault.note(place, say("A number is expected here."));
        return 0.0;
    }
    return value.get<double>();
}

int integer_at(const nlohmann::json& value, const std::string& place, FirstFault& fault) {
    const double number = number_at(value, place, fault);
    if (number != std::floor(number) || std::fabs(number) > 1e9) {
        fault.note(place, say("A whole number is expected here."));
        return 0;
    }
    return static_cast<int>(number);
}

std::string text_at(const nlohmann::json& value, const std::string& place, FirstFault& fault) {
    // A text stands on one line everywhere; what somebody else's program wrote otherwise is read as if it did.
    if (value.is_string())
        return on_one_line(value.get_ref<const std::string&>());
    fault.note(place, say("A text in quotation marks is expected here."));
    return {};
}

double JsonObject::number(const std::string& name) {
    const nlohmann::json* found = find(name);
    return found ? number_at(*found, place_of(name), m_fault) : 0.0;
}

int JsonObject::integer(const std::string& name) {
    const nlohmann::json* found = find(name);
    return found ? integer_at(*found, place_of(name), m_fault) : 0;
}

bool JsonObject::flag(const std::string& name) {
    const nlohmann::json* found = find(name);
    if (found && !found->is_boolean())
        m_fault.note(place_of(name), say("true or false is expected here."));
    return found && found->is_boolean() && found->get<bool>();
}

std::string JsonObject::text(const std::string& name) {
    const nlohmann::json* found = find(name);
    if (!found)
        return {};
    if (found->is_string() && found->get_ref<const std::string&>().size() > limits::text) {
        m_fault.note(place_of(name), say("A text has up to {limits} letters.", {{"limits", limits::text}}));
        return {};
    }
    return text_at(*found, place_of(name), m_fault);
}

std::size_t JsonObject::word(const std::string& name, const std::vector<std::string>& words) {
    const nlohmann::json* found = find(name);
    if (!found)
        return 0;
    if (found->is_string())
        if (const auto at = std::find(words.begin(), words.end(), found->get<std::string>()); at != words.end())
            return static_cast<std::size_t>(at - words.begin());
    m_fault.note(place_of(name), say("One of these words is expected here: {words}.",
                                     {{"words", fmt::format("{}", fmt::join(words, ", "))}}));
    return 0;
}

const nlohmann::json& JsonObject::member(const std::string& name) {
    const nlohmann::json* found = find(name);
    return found ? *found : nothing;
}

const nlohmann::json& JsonObject::array(const std::string& name, std::size_t size) {
    const nlohmann::json* found = find(name);
    if (found && found->is_array() && (size == 0 || found->size() == size))
        return *found;
    if (found)
        m_fault.note(place_of(name), size == 0
                                         ? say("A list in [ ] is expected here.")
                                         : say("A list of {size} values in [ ] is expected here.", {{"size", size}}));
    static const nlohmann::json empty = nlohmann::json::array();
    return empty;
}

} // namespace clockface
