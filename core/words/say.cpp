#include "words/say.h"

#include <algorithm>
#include <charconv>

namespace clockface {

namespace {

Tongue spoken; // set once, before there is a second thread

std::size_t english_form(std::int64_t count) {
    return count == 1 ? 0 : 1;
}

// One of "one|many".
std::string_view form_of(std::string_view forms, std::size_t wanted) {
    while (wanted-- > 0) {
        const std::size_t bar = forms.find('|');
        if (bar == std::string_view::npos)
            break;
        forms.remove_prefix(bar + 1);
    }
    return forms.substr(0, forms.find('|'));
}

// Fills the places of a template that is in the tongue already.
std::string filled(std::string_view whole, std::initializer_list<InPlace> places) {
    std::string said;
    said.reserve(whole.size() + 16 * places.size());
    while (!whole.empty()) {
        const std::size_t open = whole.find('{');
        const std::size_t close = open == std::string_view::npos ? open : whole.find('}', open);
        if (close == std::string_view::npos)
            break;
        said += whole.substr(0, open);
        const std::string_view place = whole.substr(open + 1, close - open - 1);
        const std::size_t colon = place.find(':');
        const std::string_view name = place.substr(0, colon);
        const auto* found =
            std::find_if(places.begin(), places.end(), [&](const InPlace& p) { return p.name() == name; });
        if (found == places.end() || (colon != std::string_view::npos && !found->counts()))
            said += whole.substr(open, close - open + 1);
        else if (colon == std::string_view::npos)
            found->write(said);
        else
            said += form_of(place.substr(colon + 1), (spoken.form ? spoken.form : english_form)(found->count()));
        whole.remove_prefix(close + 1);
    }
    return said.append(whole);
}

std::string listed(const std::vector<std::string>& names, const char* last_two) {
    if (names.empty())
        return {};
    std::string before = names.front();
    for (std::size_t i = 1; i + 1 < names.size(); ++i)
        before += ", " + names[i];
    return names.size() == 1 ? before : say(last_two, {{"names", before}, {"last", names.back()}});
}

} // namespace

void InPlace::write(std::string& into) const {
    if (!m_counts) {
        into += m_text;
        return;
    }
    char digits[24]; // more than the longest whole number of 64 bits
    into.append(digits, std::to_chars(std::begin(digits), std::end(digits), m_count).ptr);
}

void speak(Tongue tongue) {
    spoken = tongue;
}

std::string all_of(const std::vector<std::string>& names) {
    return listed(names, later("{names} and {last}"));
}

std::string one_of(const std::vector<std::string>& names) {
    return listed(names, later("{names} or {last}"));
}

std::string say(std::string_view english, std::initializer_list<InPlace> places) {
    return spoken.words ? filled(spoken.words(english), places) : filled(english, places);
}

} // namespace clockface
