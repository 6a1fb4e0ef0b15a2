#include "bench/seen_otherwise.h"

#include "words/say.h"

#include <algorithm>
#include <array>

namespace clockface {

namespace {

bool near(Point a, Point b, Length within) {
    return distance(a, b) <= within;
}

bool explains(const AxesOnLine& axes, const std::vector<WantedAndShown>& pairs, Length within) {
    return std::all_of(pairs.begin(), pairs.end(), [&](const WantedAndShown& each) {
        return near(as_drawn_axes(axes, each.shown), each.wanted, within);
    });
}

} // namespace

std::vector<ShownAtHole> shown_at_holes(const SetupPlan& plan, const Route& list) {
    std::vector<ShownAtHole> all;
    const auto* readout = std::get_if<Readout>(&plan.machine.kind);
    if (!readout)
        return all;
    for (const Instruction& each : list.list) {
        const auto* go = std::get_if<GoToReadout>(&each.action);
        if (!go || each.hole < 0 || go->from_last)
            continue;
        if (std::none_of(all.begin(), all.end(), [&](const ShownAtHole& known) { return known.hole == each.hole; }))
            all.push_back({each.hole, shown_locked(*go, *readout)});
    }
    return all;
}

std::optional<int> other_hole(const std::vector<ShownAtHole>& all, int wanted, Point shown, Length within) {
    std::optional<int> found;
    for (const ShownAtHole& each : all) {
        if (each.hole == wanted || !near(each.locked, shown, within))
            continue;
        if (found)
            return std::nullopt;
        found = each.hole;
    }
    return found;
}

std::optional<AxesOnLine> axes_seen(const std::vector<WantedAndShown>& pairs, Length within) {
    if (pairs.empty() || explains({}, pairs, within))
        return std::nullopt;
    std::optional<AxesOnLine> found;
    for (int i = 1; i < 8; ++i) {
        const AxesOnLine axes{(i & 1) != 0, (i & 2) != 0, (i & 4) != 0};
        if (!explains(axes, pairs, within))
            continue;
        if (found)
            return std::nullopt; // a place on an axis or on the slant between them does not tell
        found = axes;
    }
    return found;
}

std::optional<Point> zero_moved(const std::vector<WantedAndShown>& pairs, Length within) {
    if (pairs.size() < 2)
        return std::nullopt;
    const Point off = pairs.front().shown - pairs.front().wanted;
    if (near(off, {}, within) || std::any_of(pairs.begin(), pairs.end(), [&](const WantedAndShown& each) {
            return !near(each.shown - each.wanted, off, within);
        }))
        return std::nullopt;
    return off;
}

AxesOnLine together(const AxesOnLine& line, const AxesOnLine& seen) {
    // Followed by what becomes of a place that tells all eight ways apart.
    const Point probe{Length::mm(1.0), Length::mm(2.0)};
    const Point wanted = as_drawn_axes(seen, as_drawn_axes(line, probe));
    for (int i = 0; i < 8; ++i)
        if (const AxesOnLine axes{(i & 1) != 0, (i & 2) != 0, (i & 4) != 0}; as_drawn_axes(axes, probe) == wanted)
            return axes;
    return line;
}

std::string in_words(const AxesOnLine& seen) {
    if (seen.swapped) {
        if (seen.x_back == seen.y_back)
            return seen.x_back ? say("X and Y come swapped, both with the other sign: mirrored about the slant")
                               : say("X and Y come swapped: mirrored about the slant between them");
        return say("the axes come turned by a quarter");
    }
    if (seen.x_back && seen.y_back)
        return say("both axes come with the other sign: turned by a half");
    return seen.x_back ? say("X comes with the other sign") : say("Y comes with the other sign");
}

} // namespace clockface
