#include "layout/callout_said.h"
#include "words/say.h"

namespace clockface {

namespace {

struct Missing {
    std::string sentence;
};

// What is missing travels as an exception inside this file only.
struct Maker {
    const Said& said;
    const Job& job;

    [[noreturn]] static void missing(const std::string& sentence) { throw Missing{sentence}; }
    [[nodiscard]] Point place_or_middle() const { return said.place.value_or(middle_from_datum(job)); }
    [[nodiscard]] Point place() const {
        if (!said.place)
            missing(say("Where? Add the place of the first hole: at X, Y."));
        return *said.place;
    }
    [[nodiscard]] Angle along() const {
        return said.towards.value_or(Angle::degrees(job.datum.x_plus_right ? 0.0 : 180.0));
    }
    [[nodiscard]] Length diameter() const {
        if (!said.diameter)
            missing(say("The diameter of the circle is missing. Add: on circle 61.5."));
        return *said.diameter;
    }
    [[nodiscard]] Length pitch(const std::string& what) const {
        if (!said.pitch)
            missing(what);
        return *said.pitch;
    }

    [[nodiscard]] PatternLayout layout() const {
        const int count = said.count.value_or(1);
        const Sense sense = said.sense.value_or(job.convention.sense);
        const Angle first = said.first.value_or(job.convention.zero);
        switch (said.kind) {
        case Said::Kind::Circle:
            return CirclePattern{place_or_middle(), diameter(), count, first, sense, said.astride};
        case Said::Kind::Arc:
            if (!said.last && !said.sweep)
                missing(say(
                    "Where does the arc end? Add the last hole's direction (to 305) or the angle to it (over 67)."));
            return ArcPattern{place_or_middle(),
                              diameter(),
                              count,
                              first,
                              said.sweep ? *said.sweep : AngleConvention{first, sense}.figure_of(*said.last),
                              sense};
        case Said::Kind::Angles:
            return AnglesPattern{place_or_middle(), diameter(), said.angles};
        case Said::Kind::Row:
            return RowPattern{place(), count, pitch(say("The pitch of the row is missing. Add: 7.4 apart.")), along(),
                              said.centred};
        case Said::Kind::Margins:
            return margins(count);
        case Said::Kind::Steps:
            return StepsPattern{place(), along(), said.steps};
        case Said::Kind::Grid:
            return GridPattern{place(),
                               said.grid,
                               *said.columns,
                               *said.rows,
                               pitch(say("The pitch of the grid is missing. Add: 9.4 by 7.7 apart.")),
                               said.across.value_or(*said.pitch),
                               along()};
        case Said::Kind::Middle:
            return MiddlePattern{*said.one, *said.other};
        case Said::Kind::TwoDistances:
            if (said.distances.size() != 2)
                missing(say("A second distance is missing. Add: 31 from A2."));
            return TwoDistancesPattern{said.distances[0].second, said.distances[1].second, said.distances[0].first,
                                       said.distances[1].first, said.left};
        case Said::Kind::Points:
            return PointsPattern{said.points};
        case Said::Kind::Copy:
            return said.copy;
        case Said::Kind::Unsaid:
            break;
        }
        if (count > 1)
            missing(say("How do the holes lie? Add a circle, an arc, a row or a grid."));
        return SinglePattern{place()};
    }
    [[nodiscard]] MarginsPattern margins(int count) const {
        if (!said.level)
            missing(say("At which level does the row lie? Add: level 14."));
        const Point level = from_drawn(job.datum, {*said.level, *said.level});
        return MarginsPattern{said.along, said.along == Axis::X ? level.y : level.x, *said.before,
                              said.after.value_or(*said.before), count};
    }
};

} // namespace

Result<PatternLayout> layout_of(const Said& said, const Job& job) {
    try {
        return Maker{said, job}.layout();
    } catch (const Missing& missing) {
        return problem("", missing.sentence);
    }
}

} // namespace clockface
