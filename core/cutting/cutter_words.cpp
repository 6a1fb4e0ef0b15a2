#include "cutting/cutter_words.h"

#include "measure/small_letters.h"
#include "words/say.h"

#include <algorithm>

namespace clockface {

namespace {

std::string as_spoken(std::string_view text) {
    std::string out;
    for (const char c : small_letters(text))
        if (c != ' ' || (!out.empty() && out.back() != ' '))
            out += c;
    while (!out.empty() && out.back() == ' ')
        out.pop_back();
    return out;
}

} // namespace

Result<Cutter> read_cutter(std::string_view text, CutterKind kind, const std::vector<Cutter>& owned) {
    const std::string wanted = as_spoken(text.substr(0, 200));
    const std::string with_mm = wanted.ends_with("mm") ? as_spoken(wanted.substr(0, wanted.size() - 2)) : wanted;
    for (const bool by_name : {true, false})
        for (const std::vector<Cutter>* all : {&owned, &cutters_sold()})
            for (const Cutter& each : *all)
                if (by_name ? as_spoken(each.name) == wanted
                            : each.kind == kind && !each.size.empty() && as_spoken(each.size) == with_mm)
                    return each;
    const auto example =
        std::find_if(owned.begin(), owned.end(), [&](const Cutter& each) { return each.kind == kind; });
    return problem(
        "", say("There is no {words} called '{typed}'. A size that is sold would do{remark}.",
                {{"words", in_words(kind)},
                 {"typed", text.substr(0, 40)},
                 {"remark", example == owned.end() ? "" : say(", such as {example}", {{"example", example->name}})}}));
}

} // namespace clockface
