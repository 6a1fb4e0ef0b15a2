#include "slips/pattern_sentence.h"

#include "layout/new_pattern.h"
#include "layout/on_bar.h"
#include "layout/pattern.h"
#include "layout/validate.h"
#include "look/words.h"
#include "measure/cases.h"
#include "measure/figures.h"
#include "measure/lists.h"
#include "measure/shop_number.h"
#include "shop/hole_words.h"
#include "slips/bar_pattern_sentence.h"
#include "slips/hole_blanks.h"
#include "words/say.h"

namespace clockface::app {

namespace {

// Words of blanks that are read again when they are typed: they are no messages, and the same in every language.
constexpr QLatin1String through_word("through");
constexpr QLatin1String deep_word("deep");

// "H1, H3 and H4", the first few of many.
QString old_names(const PointsPattern& from) {
    constexpr std::size_t most = 8;
    QStringList names;
    for (std::size_t i = 0; i < from.copied.size() && i < most; ++i)
        names << q(from.copied[i]);
    return names.join(QStringLiteral(", ")) + (from.copied.size() > most ? QStringLiteral(" …") : QString());
}

// Writes one pattern: every kind has its own sentence, the beginning and the end are alike.
class Writer {
public:
    Writer(Sentence& sentence, const JobBlanks& blanks, const Job& job, std::size_t index)
        : m_s(sentence)
        , m_blanks(blanks)
        , m_job(job)
        , m_index(index) {}

    void operator()(const CirclePattern&) {
        m_s.reads(
            tr("{count} holes {size}, drilled {depth}, {circleWay} on a circle of {pitchCircle} about X {placeX}, "
               "Y {placeY}, the first {astride} {first}, going {going}"));
        count(&CirclePattern::count);
        size_and_depth();
        circle_way(CircleWay::Equal);
        about<CirclePattern>();
        m_blanks.flag(m_s, "astride", tr("whether the first hole is on the line or half a step past it"), tr("at"),
                      tr("astride"), part(&CirclePattern::straddle));
        m_blanks.direction(m_s, "first", tr("direction of the first hole"), part(&CirclePattern::first));
        going(&CirclePattern::going);
    }
    void operator()(const AnglesPattern&) {
        m_s.reads(
            tr("Holes {size}, drilled {depth}, {circleWay} on a circle of {pitchCircle} about X {placeX}, Y {placeY}, "
               "at {angles}"));
        size_and_depth();
        circle_way(CircleWay::Listed);
        about<AnglesPattern>();
        const auto angles = part(&AnglesPattern::at);
        m_blanks.custom(
            m_s, "angles", tr("directions of the holes"),
            [angles](const Job& job) {
                Job copy = job;
                QStringList all;
                for (const Angle angle : angles(copy))
                    all << q(in_degrees(job.convention.figure_of(angle)));
                return all.join(QStringLiteral(", "));
            },
            [angles, this_index = m_index](Job& job, const QString& text) -> Result<QString> {
                return read_directions(text.toStdString(), job.convention).map([&](const std::vector<Angle>& read) {
                    angles(job) = read;
                    trim_to_count(job, this_index);
                    return q(say("{count} {count:hole|holes}", {{"count", read.size()}}) + "; " +
                             job.convention.in_words());
                });
            });
    }
    void operator()(const ArcPattern&) {
        m_s.reads(
            tr("{count} holes {size}, drilled {depth}, on an arc of a circle of {pitchCircle} about X {placeX}, "
               "Y {placeY}, the first at {first}, the last at {last}, which is {sweep} further, {arcStep} from hole "
               "to hole, going {going}"));
        count(&ArcPattern::count);
        size_and_depth();
        about<ArcPattern>();
        m_blanks.direction(m_s, "first", tr("direction of the first hole"), part(&ArcPattern::first));
        last_of_arc();
        m_blanks.turn(m_s, "sweep", tr("angle from the first hole to the last"), part(&ArcPattern::sweep));
        step_of_arc();
        going(&ArcPattern::going);
    }
    void operator()(const RowPattern& row) {
        m_s.reads(row.centred
                      ? tr("{count} holes {size}, drilled {depth}, in a row {rowWay}, {pitch} apart, its middle at "
                           "X {placeX}, Y {placeY}, going towards {bearing}")
                      : tr("{count} holes {size}, drilled {depth}, in a row {rowWay}, {pitch} apart, the first at "
                           "X {placeX}, Y {placeY}, going towards {bearing}"));
        count(&RowPattern::count);
        size_and_depth();
        row_way(row.centred ? RowWay::Centred : RowWay::Pitch);
        m_blanks.length(m_s, "pitch", tr("pitch of the row"), part(&RowPattern::pitch));
        place(part(&RowPattern::first));
        m_blanks.direction(m_s, "bearing", tr("direction of the row"), part(&RowPattern::bearing));
    }
    void operator()(const StepsPattern&) {
        m_s.reads(
            tr("Holes {size}, drilled {depth}, in a row {rowWay}, {steps} from hole to hole, the first at X {placeX}, "
               "Y {placeY}, going towards {bearing}"));
        size_and_depth();
        row_way(RowWay::Steps);
        m_blanks.lengths(m_s, "steps", tr("distances from hole to hole"), part(&StepsPattern::steps));
        place(part(&StepsPattern::first));
        m_blanks.direction(m_s, "bearing", tr("direction of the row"), part(&StepsPattern::bearing));
    }
    void operator()(const MarginsPattern& margins) {
        const bool level = margins.along == Axis::X;
        m_s.reads(level
                      ? tr("{count} holes {size}, drilled {depth}, in a row {rowWay}, {before} from the left edge and "
                           "{after} from the right edge, {along} {level}")
                      : tr("{count} holes {size}, drilled {depth}, in a row {rowWay}, {before} from the lower edge and "
                           "{after} from the upper edge, {along} {level}"));
        count(&MarginsPattern::count);
        size_and_depth();
        row_way(RowWay::Margins);
        m_blanks.length(m_s, "before", tr("margin before the first hole"), part(&MarginsPattern::before));
        m_blanks.length(m_s, "after", tr("margin after the last hole"), part(&MarginsPattern::after));
        m_blanks.one_of<Axis>(m_s, "along", tr("direction of the row"),
                              {{Axis::X, tr("level at Y")}, {Axis::Y, tr("upright at X")}},
                              part(&MarginsPattern::along));
        // The level is one coordinate of a point on the row.
        const auto at = part(&MarginsPattern::level);
        m_blanks.custom(
            m_s, "level", tr("level of the row"),
            [at, level](const Job& job) {
                Job copy = job;
                const Point drawn = as_drawn(job.datum, {at(copy), at(copy)});
                return shown_length(job, level ? drawn.y : drawn.x);
            },
            [at, level](Job& job, const QString& text) -> Result<QString> {
                return read_length(text.toStdString(), job.unit).map([&](const ReadLength& read) {
                    const Point point = from_drawn(job.datum, {read.value, read.value});
                    at(job) = level ? point.y : point.x;
                    return q(both_units(read.value));
                });
            });
    }
    void operator()(const GridPattern&) {
        m_s.reads(tr(
            "{columns} by {rows} holes {size}, drilled {depth}, {gridKind}, {pitch} apart along the rows and {across} "
            "across, the first at X {placeX}, Y {placeY}, rows going towards {bearing}"));
        count(&GridPattern::columns, "columns", tr("holes in a row"));
        count(&GridPattern::rows, "rows", tr("number of rows"));
        size_and_depth();
        m_blanks.one_of<GridKind>(
            m_s, "gridKind", tr("which holes of the grid"),
            {{GridKind::Full, tr("all of them")},
             {GridKind::Frame, tr("only round the edge")},
             {GridKind::Staggered, tr("in staggered rows")}},
            [kind = part(&GridPattern::kind)](const Job& job) {
                Job copy = job;
                return kind(copy);
            },
            [kind = part(&GridPattern::kind), index = m_index](Job& job, GridKind chosen) {
                kind(job) = chosen;
                trim_to_count(job, index);
            });
        m_blanks.length(m_s, "pitch", tr("pitch along the rows"), part(&GridPattern::pitch));
        m_blanks.length(m_s, "across", tr("distance between rows"), part(&GridPattern::across));
        place(part(&GridPattern::first));
        m_blanks.direction(m_s, "bearing", tr("direction of the rows"), part(&GridPattern::bearing));
    }
    void operator()(const SinglePattern&) {
        m_s.reads(tr("One hole {size}, drilled {depth}, {holeWay} X {placeX}, Y {placeY}"));
        size_and_depth();
        hole_way(HoleWay::Place);
        place(part(&SinglePattern::at));
    }
    void operator()(const MiddlePattern&) {
        m_s.reads(tr("One hole {size}, drilled {depth}, {holeWay} {one} and {other}"));
        size_and_depth();
        hole_way(HoleWay::Middle);
        m_blanks.hole(m_s, "one", tr("one of the two holes"), part(&MiddlePattern::one));
        m_blanks.hole(m_s, "other", tr("the other hole"), part(&MiddlePattern::other));
    }
    void operator()(const TwoDistancesPattern&) {
        m_s.reads(
            tr("One hole {size}, drilled {depth}, {holeWay} {fromOne} from {one} and {fromOther} from {other}, to the "
               "{side} on the way from the one to the other"));
        size_and_depth();
        hole_way(HoleWay::TwoDistances);
        m_blanks.length(m_s, "fromOne", tr("distance from the one hole"), part(&TwoDistancesPattern::from_one));
        m_blanks.hole(m_s, "one", tr("one of the two holes"), part(&TwoDistancesPattern::one));
        m_blanks.length(m_s, "fromOther", tr("distance from the other hole"), part(&TwoDistancesPattern::from_other));
        m_blanks.hole(m_s, "other", tr("the other hole"), part(&TwoDistancesPattern::other));
        m_blanks.flag(m_s, "side", tr("which of the two crossings"), tr("right"), tr("left"),
                      part(&TwoDistancesPattern::left));
    }
    void operator()(const PointsPattern& places) {
        if (!places.copied.empty()) {
            const HoleSpec& spec = m_job.patterns[m_index].hole;
            m_s.reads(tr("Holes %1, copied from %2 of the old part, following its readings")
                          .arg(q(size_in_words(spec, m_job.unit)), old_names(places)));
            return;
        }
        constexpr std::size_t most_shown = 40;
        const bool shown = places.at.size() <= most_shown;
        m_s.reads(shown ? tr("Holes {size}, drilled {depth}, at {points}")
                        : tr("Holes {size}, drilled {depth}, at %1 places of their own; change them in the table")
                              .arg(places.at.size()));
        size_and_depth();
        if (shown)
            m_blanks.points(m_s, "points", tr("places of the holes"), {}, part(&PointsPattern::at),
                            [](const Job&) { return Point{}; });
    }
    void operator()(const BarPattern&) { write_bar_pattern(m_s, m_blanks, m_job, m_index); }
    void operator()(const CopyPattern& copy) {
        m_s.reads(way_of_copy(copy));
        m_blanks.text(m_s, "of", tr("the pattern that is copied"), part(&CopyPattern::of));
        m_blanks.one_of<CopyKind>(
            m_s, "way", tr("how the copy comes about"),
            {{CopyKind::Mirrored, tr("mirrored")},
             {CopyKind::Turned, tr("turned")},
             {CopyKind::Repeated, tr("repeated")},
             {CopyKind::AtEach, tr("at each further hole of")},
             {CopyKind::InEveryPiece, tr("in every further piece of the bar")}},
            [index = m_index](const Job& job) { return copy_kind(std::get<CopyPattern>(job.patterns[index].layout)); },
            [index = m_index](Job& job, CopyKind kind) { say_copy(job, index, kind); });
        std::visit(Cases{[&](const Mirrored&) { mirrored(); }, [&](const Turned&) { turned(); },
                         [&](const Repeated&) { repeated(); },
                         [&](const AtEach&) {
                             m_blanks.text(m_s, "each", tr("the pattern that carries the copies"),
                                           way_part(&AtEach::of));
                         },
                         [](const InEveryPiece&) {}},
                   copy.way);
    }

    void end(const PatternLayout& layout) {
        const std::size_t index = m_index;
        const auto pattern = [index](Job& job) -> Pattern& { return job.patterns[index]; };
        const bool further = !m_job.blank.on_side() && !std::holds_alternative<CopyPattern>(layout) &&
                             !std::holds_alternative<PointsPattern>(layout);
        m_s.reads(further ? tr("; left out {leftOut}, further holes at {extras}.") : tr("; left out {leftOut}."));
        m_blanks.custom(
            m_s, "leftOut", tr("numbers of holes that are left out"),
            [index](const Job& job) {
                QStringList numbers;
                for (const int number : job.patterns[index].left_out)
                    numbers << QString::number(number);
                return numbers.isEmpty() ? tr("none") : numbers.join(QStringLiteral(", "));
            },
            [index](Job& job, const QString& text) -> Result<QString> {
                return read_hole_numbers(text.toStdString(), static_cast<int>(counts_of(job)[index]))
                    .map([&](const std::set<int>& numbers) {
                        job.patterns[index].left_out = numbers;
                        return QString();
                    });
            });
        if (further)
            m_blanks.points(
                m_s, "extras", tr("places of further holes"), tr("none"),
                [pattern](Job& job) -> std::vector<Point>& { return pattern(job).extras; },
                [index](const Job& job) {
                    const std::optional<Point> centre = centre_of(job.patterns[index].layout);
                    return centre ? *centre : places_of(job)[index].front().at - shift_of_first(job.patterns[index]);
                });
    }

private:
    Sentence& m_s;
    const JobBlanks& m_blanks;
    const Job& m_job;
    std::size_t m_index;

    static Point shift_of_first(const Pattern& pattern) {
        const auto off = pattern.off.find(1);
        return off == pattern.off.end() ? Point{} : off->second;
    }

    // The way to one value of the layout inside a job.
    template <class Layout, class T> [[nodiscard]] JobBlanks::Reach<T> part(T Layout::*member) const {
        return
            [index = m_index, member](Job& job) -> T& { return std::get<Layout>(job.patterns[index].layout).*member; };
    }
    template <class Way, class T> [[nodiscard]] JobBlanks::Reach<T> way_part(T Way::*member) const {
        return [index = m_index, member](Job& job) -> T& {
            return std::get<Way>(std::get<CopyPattern>(job.patterns[index].layout).way).*member;
        };
    }
    template <class Layout>
    void count(int Layout::*member, const QString& name = QStringLiteral("count"),
               const QString& what = tr("number of holes")) {
        m_blanks.count(m_s, name, what, 1, limits::holes_in_pattern, part(member));
    }
    template <class Layout> void going(Sense Layout::*member) {
        m_blanks.sense(m_s, "going", tr("sense in which the holes are counted"), part(member));
    }
    template <class Round> void about() {
        m_blanks.diameter(m_s, "pitchCircle", tr("diameter of the pitch circle"), part(&Round::diameter));
        place(part(&Round::centre));
    }
    void place(const JobBlanks::Reach<Point>& reach) {
        m_blanks.coordinate(m_s, "placeX", tr("X"), Axis::X, reach);
        m_blanks.coordinate(m_s, "placeY", tr("Y"), Axis::Y, reach);
    }
    void circle_way(CircleWay now) {
        m_blanks.one_of<CircleWay>(
            m_s, "circleWay", tr("how the holes stand on the circle"),
            {{CircleWay::Equal, tr("equally")}, {CircleWay::Listed, tr("at listed angles")}},
            [now](const Job&) { return now; },
            [index = m_index](Job& job, CircleWay way) { say_circle(job, index, way); });
    }
    void row_way(RowWay now) {
        m_blanks.one_of<RowWay>(
            m_s, "rowWay", tr("how the row is given"),
            {{RowWay::Pitch, tr("by its first hole")},
             {RowWay::Centred, tr("by its middle")},
             {RowWay::Margins, tr("between margins")},
             {RowWay::Steps, tr("by unequal steps")}},
            [now](const Job&) { return now; }, [index = m_index](Job& job, RowWay way) { say_row(job, index, way); });
    }
    void hole_way(HoleWay now) {
        m_blanks.one_of<HoleWay>(
            m_s, "holeWay", tr("how the place is given"),
            {{HoleWay::Place, tr("at")},
             {HoleWay::Middle, tr("in the middle between")},
             {HoleWay::TwoDistances, tr("at the crossing of")}},
            [now](const Job&) { return now; }, [index = m_index](Job& job, HoleWay way) { say_hole(job, index, way); });
    }
    void last_of_arc() {
        const std::size_t index = m_index;
        const auto arc = [index](Job& job) -> ArcPattern& { return std::get<ArcPattern>(job.patterns[index].layout); };
        m_blanks.custom(
            m_s, "last", tr("direction of the last hole"),
            [arc](const Job& job) {
                Job copy = job;
                return shown_direction(job, bearing_in(arc(copy), arc(copy).count));
            },
            [arc](Job& job, const QString& text) -> Result<QString> {
                return read_shown_direction(text, job).map([&](const ReadAngle& read) {
                    arc(job).sweep = AngleConvention{arc(job).first, arc(job).going}.figure_of(read.value);
                    return read.how.empty() ? q(job.convention.in_words()) : q(read.how);
                });
            });
    }
    void step_of_arc() {
        const std::size_t index = m_index;
        const auto arc = [index](Job& job) -> ArcPattern& { return std::get<ArcPattern>(job.patterns[index].layout); };
        m_blanks.custom(
            m_s, "arcStep", tr("angle from hole to hole"),
            [arc](const Job& job) {
                Job copy = job;
                return q(in_degrees(step_of(arc(copy))));
            },
            [arc](Job& job, const QString& text) -> Result<QString> {
                return read_turn(text.toStdString()).map([&](const ReadAngle& read) {
                    arc(job).sweep = read.value * (arc(job).count - 1);
                    return tr("the last hole %1 further").arg(q(in_degrees(arc(job).sweep)));
                });
            });
    }
    // On the side of a bar a copy goes along it or round it.
    [[nodiscard]] QString way_of_copy(const CopyPattern& copy) const {
        const bool side = m_job.blank.on_side();
        return std::visit(
            Cases{
                [&](const Mirrored&) {
                    return side ? tr("The holes of {of} {way} in the line across the bar at {placeX}")
                                : tr("The holes of {of} {way} in the line through X {placeX}, Y {placeY} towards "
                                     "{lineBearing}");
                },
                [&](const Turned&) {
                    return side ? tr("The holes of {of} {way} by {turnBy} counter-clockwise seen from the right end, "
                                     "{times} times over")
                                : tr("The holes of {of} {way} by {turnBy} counter-clockwise about X {placeX}, Y "
                                     "{placeY}, "
                                     "{times} times over");
                },
                [&](const Repeated&) {
                    return side ? tr("The holes of {of} {way} by a step along the bar of {placeX}, {times} times over")
                                : tr("The holes of {of} {way} by a step of X {placeX}, Y {placeY}, {times} times over");
                },
                [&](const AtEach&) { return tr("The holes of {of} {way} {each}"); },
                [&](const InEveryPiece&) { return tr("The holes of {of} {way}"); }},
            copy.way);
    }
    void mirrored() {
        if (m_job.blank.on_side())
            return m_blanks.coordinate(m_s, "placeX", tr("place of the line along the bar"), Axis::X,
                                       way_part(&Mirrored::on));
        place(way_part(&Mirrored::on));
        m_blanks.direction(m_s, "lineBearing", tr("direction of the mirror's line"), way_part(&Mirrored::along));
    }
    void turned() {
        m_blanks.turn(m_s, "turnBy", tr("angle of the turn"), way_part(&Turned::by));
        if (!m_job.blank.on_side())
            place(way_part(&Turned::about));
        times(way_part(&Turned::times));
    }
    void repeated() {
        if (m_job.blank.on_side())
            m_blanks.coordinate(m_s, "placeX", tr("step along the bar"), Axis::X, way_part(&Repeated::step));
        else
            place(way_part(&Repeated::step));
        times(way_part(&Repeated::times));
    }
    void times(const JobBlanks::Reach<int>& reach) {
        m_blanks.count(m_s, "times", tr("number of times"), 1, limits::holes_in_pattern, reach, "times");
    }

    void size_and_depth() {
        const std::size_t index = m_index;
        size_blank(m_s, m_blanks, m_index);
        m_blanks.custom(
            m_s, "depth", tr("depth of the holes"),
            [index](const Job& job) {
                const auto& depth = job.patterns[index].hole.depth;
                return depth ? shown_length(job, *depth) + QLatin1Char(' ') + deep_word : through_word;
            },
            [index](Job& job, const QString& text) -> Result<QString> {
                QString typed = text.trimmed();
                if (typed.isEmpty() || typed == through_word || typed == QLatin1String("thru")) {
                    job.patterns[index].hole.depth.reset();
                    return QString();
                }
                if (typed.endsWith(deep_word))
                    typed.chop(deep_word.size());
                return read_length(typed.toStdString(), job.unit).map([&](const ReadLength& read) {
                    job.patterns[index].hole.depth = read.value;
                    return q(both_units(read.value));
                });
            });
    }
};

} // namespace

void write_pattern(Sentence& sentence, const JobBlanks& blanks, const Job& job, std::size_t index) {
    sentence.reads(QStringLiteral("{patternName}:"));
    // Everything that hangs on a pattern goes by its name, so a new name goes to all of them.
    blanks.custom(
        sentence, "patternName", tr("name of the pattern"),
        [index](const Job& now) { return q(now.patterns[index].name); },
        [index](Job& next, const QString& typed) -> Result<QString> {
            rename_pattern(next, index, typed.simplified().toStdString());
            return QString();
        });
    Writer writer(sentence, blanks, job, index);
    const PatternLayout layout = job.patterns[index].layout;
    std::visit(writer, layout);
    writer.end(layout);
}

QString pattern_summary(const Job& job, std::size_t index, int made) {
    const Pattern& pattern = job.patterns[index];
    const QString many = QStringLiteral("%1 × %2").arg(made).arg(q(size_in_words(spec_of(job, pattern), job.unit)));
    return std::visit(
        Cases{
            [&](const CirclePattern& circle) {
                return tr("%1 on a circle of %2").arg(many, shown_length(job, circle.diameter));
            },
            [&](const AnglesPattern& angles) {
                return tr("%1 on a circle of %2").arg(many, shown_length(job, angles.diameter));
            },
            [&](const ArcPattern& arc) {
                return tr("%1 on an arc, circle %2").arg(many, shown_length(job, arc.diameter));
            },
            [&](const RowPattern& row) { return tr("%1 in a row, %2 apart").arg(many, shown_length(job, row.pitch)); },
            [&](const MarginsPattern&) { return tr("%1 in a row between margins").arg(many); },
            [&](const StepsPattern&) { return tr("%1 in a row, unequal steps").arg(many); },
            [&](const GridPattern& grid) {
                return tr("%1 in a grid, %2 by %3").arg(many).arg(grid.columns).arg(grid.rows);
            },
            [&](const SinglePattern&) { return tr("%1 by itself").arg(many); },
            [&](const MiddlePattern& middle) {
                return tr("%1 between %2 and %3").arg(many, q(in_words(middle.one)), q(in_words(middle.other)));
            },
            [&](const TwoDistancesPattern& two) {
                return tr("%1 from %2 and %3").arg(many, q(in_words(two.one)), q(in_words(two.other)));
            },
            [&](const PointsPattern& points) {
                return points.copied.empty() ? tr("%1 at places of their own").arg(many)
                                             : tr("%1 copied from %2").arg(many, old_names(points));
            },
            [&](const BarPattern& bar) {
                if (bar.count == 1)
                    return tr("%1 at %2").arg(many, shown_length(job, bar.along));
                if (bar.pitch == Length{})
                    return tr("%1 round the bar").arg(many);
                if (turn_of(bar) == Angle{})
                    return tr("%1 along the bar").arg(many);
                return tr("%1 along and round the bar").arg(many);
            },
            [&](const CopyPattern& copy) {
                static constexpr std::array ways = {"%1, %2 mirrored", "%1, %2 turned", "%1, %2 repeated",
                                                    "%1, %2 at each further hole", "%1, %2 in every piece"};
                return tr(ways.at(copy.way.index())).arg(many, q(copy.of));
            }},
        pattern.layout);
}

} // namespace clockface::app
