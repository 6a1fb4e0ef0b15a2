// What job and shop files have in common: words for units and senses, the convention, and the heading of a file.
#pragma once

#include "formats/json_reader.h"
#include "measure/convention.h"

#include <fmt/format.h>

namespace clockface {

template <class Enum> const std::string& word_for(Enum value, const std::vector<std::string>& words) {
    return words.at(static_cast<std::size_t>(value));
}

inline const std::vector<std::string>& unit_words() {
    static const std::vector<std::string> words = {"mm", "in"};
    return words;
}
inline const std::vector<std::string>& sense_words() {
    static const std::vector<std::string> words = {"counter-clockwise", "clockwise"};
    return words;
}

/// The bearing of 0 degrees (counter-clockwise from the right) and the sense.
inline nlohmann::ordered_json convention_json(const AngleConvention& convention) {
    return {{"zero", convention.zero.in_degrees()}, {"sense", word_for(convention.sense, sense_words())}};
}
inline AngleConvention read_convention(JsonObject& in, const std::string& name) {
    JsonObject angles(in.member(name), in.place_of(name), in.fault());
    return {Angle::degrees(angles.number("zero")), static_cast<Sense>(angles.word("sense", sense_words()))};
}

/// Refuses a document that is not of this kind, or written by a newer program.
inline std::optional<Problem> refuse_other_files(const nlohmann::json& document, const std::string& kind, int version) {
    if (!document.is_object() || !document.contains("clockface") || document["clockface"] != kind)
        return Problem{"", fmt::format("This is not a Clockface {} file.", kind)};
    const auto found = document.find("version");
    if (found == document.end() || !found->is_number_integer() || *found < 1)
        return Problem{"version", "The file does not say which version it is."};
    if (*found > version)
        return Problem{
            "version",
            fmt::format("The file was written by a newer Clockface (file version {}, this one reads up to {}). "
                        "Use the newer one.",
                        found->dump(), version)};
    return std::nullopt;
}

} // namespace clockface
