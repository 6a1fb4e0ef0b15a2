#include "layout/hole_names.h"

#include "words/say.h"

namespace clockface {

std::string names_in_runs(const std::vector<Hole>& holes, const std::vector<int>& which) {
    const auto hole = [&](std::size_t i) -> const Hole& { return holes[static_cast<std::size_t>(which[i])]; };
    std::string out;
    for (std::size_t i = 0; i < which.size(); ++i) {
        std::size_t end = i;
        while (end + 1 < which.size() && which[end + 1] == which[end] + 1 &&
               hole(end + 1).pattern == hole(end).pattern && hole(end + 1).number == hole(end).number + 1)
            ++end;
        const std::string& first = hole(i).name;
        const std::string run =
            end < i + 2 ? first : say("{first} to {last}", {{"first", first}, {"last", hole(end).name}});
        out += (out.empty() ? "" : ", ") + run;
        if (end == i + 1)
            out += ", " + hole(end).name;
        i = end;
    }
    return out;
}

} // namespace clockface
