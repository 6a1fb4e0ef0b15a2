#include "inspection/rescue.h"

#include "inspection/hole_checks.h"
#include "layout/outline.h"
#include "measure/figures.h"
#include "measure/radians.h"
#include "shop/cutters.h"
#include "shop/threads.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

// What is left for errors where something is opened or drawn out, and the steps such figures come in.
constexpr Length spare = Length::mm(0.02), opened_in_steps = Length::mm(0.1);
constexpr double opened_most = 1.4;           // times the bolt: beyond it the head falls through
constexpr Length plug_wall = Length::mm(1.0); // of plug left round the hole
constexpr int most_bounds = 12;

class Saver {
public:
    explicit Saver(const ToSave& needs)
        : m_needs(needs)
        , m_face(bolted_face(needs.job, needs.measured, needs.found, needs.mate, needs.made)) {}

    Saved take() {
        m_out.sentences = m_face.sentences;
        take_off_edges();
        if (m_face.pairs.empty())
            return std::move(m_out);
        m_as_it_is = laid(m_face.pairs);
        m_out.bolts_as_it_is = laid(all_with_rest()).left >= Length{};
        if (m_out.bolts_as_it_is)
            return std::move(m_out);
        move_rest();
        open();
        change_mate();
        slot();
        again();
        std::stable_sort(m_out.ways.begin(), m_out.ways.end(),
                         [](const Rescue& one, const Rescue& other) { return one.way < other.way; });
        if (m_out.ways.empty())
            m_out.sentences.push_back(say("Nothing that was looked at saves it: no shift or turn, no larger clearance, "
                                          "thread or plug makes it bolt up."));
        return std::move(m_out);
    }

private:
    const ToSave& m_needs;
    BoltedFace m_face; // of what is made
    LaidBest m_as_it_is;
    Saved m_out;

    [[nodiscard]] const Hole& hole(std::size_t index) const { return m_needs.measured.holes[index]; }
    [[nodiscard]] bool pinned() const { return m_needs.job.proof.mate.pinned; }
    [[nodiscard]] std::string figure(Length length) const { return thousandths(length, m_needs.job.unit); }
    [[nodiscard]] std::string size(Length length) const { return with_unit(length, m_needs.job.unit); }
    [[nodiscard]] LaidBest laid(const std::vector<BoltedPair>& pairs,
                                const std::vector<StaysWithin>& bounds = {}) const {
        return pinned() ? laid_as_held(pairs) : laid_best(pairs, bounds);
    }

    // With the rest made to the drawing.
    [[nodiscard]] std::vector<BoltedPair> all_with_rest() const {
        std::vector<BoltedPair> out = m_face.pairs;
        out.insert(out.end(), m_face.rest_pairs.begin(), m_face.rest_pairs.end());
        return out;
    }
    [[nodiscard]] Length least_play_of_rest() const {
        Length out = Length::mm(HUGE_VAL);
        for (const BoltedPair& each : m_face.rest_pairs)
            out = std::min(out, each.play);
        return out;
    }

    // ---- the holes still to be made follow the mate

    void move_rest() {
        if (m_face.rest.empty() || pinned())
            return;
        std::vector<StaysWithin> bounds;
        LaidBest best = laid_best(m_face.pairs);
        std::optional<StaysWithin> broken = first_broken(best);
        for (int round = 0; round < most_bounds && broken && best.left >= Length{}; ++round) {
            bounds.push_back(*broken);
            best = laid_best(m_face.pairs, bounds);
            broken = first_broken(best);
        }
        if (best.left < Length{} || broken) {
            if (!bounds.empty()) // they would go, if there were room
                m_out.sentences.push_back(
                    say("The holes still to be made cannot follow the mate: {hole} would come too "
                        "near to an edge or to another hole.",
                        {{"hole", named_at(bounds.front().at)}}));
            return;
        }
        Rescue out;
        out.way = RescueWay::MoveRest;
        out.left = std::min(best.left, least_play_of_rest());
        Length most;
        std::vector<std::string> names;
        std::string farthest;
        for (std::size_t i = 0; i < m_face.rest.size(); ++i) {
            const Point by = goes(best, i);
            out.moved.emplace_back(m_face.rest[i].hole, by);
            names.push_back(m_face.rest_pairs[i].name);
            if (hypot(by.x, by.y) >= most) {
                most = hypot(by.x, by.y);
                farthest = names.back();
            }
        }
        out.words = follow_in_words(all_of(names), Point{} - best.shift, -best.turn);
        out.gives_up = say("{hole} then stands {by} from the drawing, farther than any other of them.",
                           {{"hole", farthest}, {"by", figure(most)}});
        m_out.ways.push_back(std::move(out));
    }
    // From its drawn place to over the mate's hole, as the mate then lies.
    [[nodiscard]] Point goes(const LaidBest& best, std::size_t rest) const {
        const BoltedPair& pair = m_face.rest_pairs[rest];
        return moved_by(best, pair.at) - pair.off;
    }
    [[nodiscard]] std::string named_at(Point drawn) const {
        for (const BoltedPair& each : m_face.rest_pairs)
            if (each.at == drawn)
                return each.name;
        return {};
    }
    [[nodiscard]] std::string follow_in_words(const std::string& holes, Point shift, Angle turn) const {
        const std::string way = way_in_words(shift, m_needs.job.unit);
        const std::string by = in_degrees(Angle::degrees(std::fabs(turn.in_degrees())), 2);
        if (std::fabs(turn.in_degrees()) < 0.005)
            return say("Make {holes} {way} of the drawing: they follow the mate as it lies best on what is made.",
                       {{"holes", holes}, {"way", way}});
        return turn > Angle{}
                   ? say("Make {holes} {way} of the drawing and turned {by} counter-clockwise about zero: they "
                         "follow the mate as it lies best on what is made.",
                         {{"holes", holes}, {"way", way}, {"by", by}})
                   : say("Make {holes} {way} of the drawing and turned {by} clockwise about zero: they follow "
                         "the mate as it lies best on what is made.",
                         {{"holes", holes}, {"way", way}, {"by", by}});
    }
    // A hole goes against the push that brings what is made to the mate.
    static Point moved_by(const LaidBest& best, Point at) {
        const double w = best.turn.in_degrees() / degrees_per_radian;
        return Point{} - best.shift - Point{at.y * -w, at.x * w};
    }
    // What a hole still to be made would come too near to: an edge, or a hole that is there. As a bound that keeps it
    // off, where it is drawn nearer than that already, no nearer.
    [[nodiscard]] std::optional<StaysWithin> first_broken(const LaidBest& best) const {
        const Point zero = datum_from_middle(m_needs.job);
        constexpr Length nearly = Length::mm(2e-3), step = Length::mm(1e-3);
        for (std::size_t i = 0; i < m_face.rest.size(); ++i) {
            const Hole& at = hole(m_face.rest[i].hole);
            const Point there = at.at + goes(best, i);
            const auto edge = [&](Point place) { return metal_to_edge(m_needs.job.blank, zero + place); };
            const Length needs = std::min(edge(at.at), at.spec.diameter * m_needs.shop.edge_distance_factor);
            if (const Length beyond = edge(there) - needs; beyond < -nearly) {
                const double gx = (edge(there + Point{step, {}}) - edge(there - Point{step, {}})) / (step * 2.0);
                const double gy = (edge(there + Point{{}, step}) - edge(there - Point{{}, step})) / (step * 2.0);
                return bound(best, at.at, bearing_of({}, {Length::mm(gx), Length::mm(gy)}), beyond);
            }
            for (std::size_t other = 0; other < m_needs.measured.holes.size(); ++other) {
                if (!m_needs.made[other])
                    continue;
                const Point stands = m_needs.found.holes[other].at.value_or(hole(other).at);
                const Length wall = (widest(at.spec) + widest(hole(other).spec)) / 2.0 +
                                    std::min(at.spec.diameter, hole(other).spec.diameter) / 2.0;
                const Length apart = std::min(distance(at.at, hole(other).at), wall);
                if (const Length beyond = distance(there, stands) - apart; beyond < -nearly)
                    return bound(best, at.at, bearing_of(stands, there), beyond);
            }
        }
        return std::nullopt;
    }
    // The hole has to be `beyond` farther along `away` than this push leaves it; it goes against the push.
    static StaysWithin bound(const LaidBest& best, Point drawn, Angle away, Length beyond) {
        const Point pushed = Point{} - moved_by(best, drawn);
        return {drawn, away, pushed.x * away.cosine() + pushed.y * away.sine() + beyond};
    }

    // ---- edges that are not finished

    // What keeps to zero stands right in itself, and all of it the same way off: with m the mean of the deviations,
    // none is farther from m than it may be from its place. Then the edges zero is counted from come to where they
    // belong by taking m off them; only what lies away from such an edge can be taken off it.
    void take_off_edges() {
        Point mean{};
        std::vector<std::size_t> kept;
        bool beyond = false;
        for (std::size_t i = 0; i < m_needs.within.size(); ++i) {
            const Deviation& each = m_needs.found.holes[i];
            if (!m_needs.made[i] || !each.at || !each.off || lies_free(m_needs.job.patterns[hole(i).pattern]))
                continue;
            kept.push_back(i);
            mean = mean + *each.off;
            beyond = beyond || hypot(each.off->x, each.off->y) > m_needs.within[i];
        }
        if (!beyond)
            return;
        mean = mean * (1.0 / static_cast<double>(kept.size()));
        for (const std::size_t each : kept)
            if (distance(*m_needs.found.holes[each].off, mean) > m_needs.within[each])
                return;
        std::vector<std::string> edges;
        for (const Axis axis : {Axis::X, Axis::Y}) {
            const Length by = axis == Axis::X ? mean.x : mean.y;
            if (abs(by) < opened_in_steps / 5.0)
                continue;
            const char* inward = axis == Axis::X ? (by > Length{} ? "left" : "right")
                                 : by > Length{} ? "lower"
                                                 : "upper";
            const int edge = edge_index(m_needs.measured.part, inward);
            if (edge < 0 || !m_needs.measured.edge_in_place[static_cast<std::size_t>(edge)])
                return; // metal would have to be put on
            edges.push_back(say("{by} off the {edge} edge", {{"by", figure(abs(by))}, {"edge", inward}}));
        }
        if (edges.empty())
            return;
        Rescue out;
        out.way = RescueWay::TakeOffEdges;
        out.words =
            say("The holes stand right to each other. Take {edges}, where that is not finished yet, and make what is "
                "left from the new edges: then all stands as drawn.",
                {{"edges", all_of(edges)}});
        out.gives_up = say("The piece becomes so much smaller than it is now.");
        m_out.ways.push_back(std::move(out));
    }

    // ---- larger holes

    // How much more play one hole needs so that all go; nothing where more of it does not help.
    [[nodiscard]] std::optional<Length> needs_more(std::size_t pair) const {
        std::vector<BoltedPair> pairs = all_with_rest();
        const Length own = pairs[pair].play;
        const auto goes = [&](Length more) {
            pairs[pair].play = own + more;
            return laid(pairs).left >= spare;
        };
        Length low, high = Length::mm(20.0);
        if (!goes(high))
            return std::nullopt;
        for (int k = 0; k < 24; ++k) {
            const Length middle = (low + high) / 2.0;
            (goes(middle) ? high : low) = middle;
        }
        return high;
    }
    static bool has_clearance(const Bolted& as, const HoleSpec& spec) {
        return spec.purpose == Purpose::Clearance || as.hole == MateHole::Clear;
    }
    static Length opened(Length from, Length more) {
        return opened_in_steps * std::ceil((from + more * 2.0) / opened_in_steps - 1e-9);
    }

    void open() {
        std::optional<Rescue> best;
        Length least = Length::mm(HUGE_VAL);
        for (std::size_t i = 0; i < m_face.pairs.size(); ++i)
            if (const auto more = one_opened(i); more && *more < least)
                if (auto made = opening({i}, *more)) {
                    least = *more;
                    best = std::move(made);
                }
        if (!best) {
            std::vector<std::size_t> all;
            for (std::size_t i = 0; i < m_face.pairs.size(); ++i)
                if (has_clearance(m_face.holes[i].as, hole(m_face.holes[i].hole).spec))
                    all.push_back(i);
            if (all.size() > 1)
                best = opening(all, spare - m_as_it_is.left);
        }
        if (best)
            m_out.ways.push_back(std::move(*best));
    }
    [[nodiscard]] std::optional<Length> one_opened(std::size_t pair) const {
        return has_clearance(m_face.holes[pair].as, hole(m_face.holes[pair].hole).spec) ? needs_more(pair)
                                                                                        : std::nullopt;
    }
    [[nodiscard]] std::optional<Rescue> opening(const std::vector<std::size_t>& which, Length more) const {
        Rescue out;
        out.way = RescueWay::OpenClearance;
        std::vector<BoltedPair> pairs = all_with_rest();
        std::vector<std::string> sizes;
        for (const std::size_t pair : which) {
            const BoltedHole& bolted = m_face.holes[pair];
            const bool mate = hole(bolted.hole).spec.purpose != Purpose::Clearance;
            const Length from = mate ? bolted.as.mate : bolted.as.own, to = opened(from, more);
            if (to > bolted.as.bolt * opened_most)
                return std::nullopt;
            pairs[pair].play += (to - from) / 2.0;
            Rework work;
            work.hole = bolted.hole;
            work.mate = mate;
            work.opened = to;
            out.rework.push_back(work);
            sizes.push_back(mate ? say("the mate's hole over {hole} from {from} to {to}",
                                       {{"hole", hole(bolted.hole).name}, {"from", size(from)}, {"to", size(to)}})
                                 : say("{hole} from {from} to {to}",
                                       {{"hole", hole(bolted.hole).name}, {"from", size(from)}, {"to", size(to)}}));
        }
        out.left = laid(pairs).left;
        if (*out.left < Length{})
            return std::nullopt;
        out.words = say("Open {holes}.", {{"holes", all_of(sizes)}});
        const Rework& first = out.rework.front();
        out.gives_up = say(
            "Clearance there is {clearance} instead of {before} (difference of the diameters): the head "
            "bears on less, a washer helps.",
            {{"clearance", figure(*first.opened - m_face.holes[which.front()].as.bolt)},
             {"before", figure((first.mate ? m_face.holes[which.front()].as.mate : m_face.holes[which.front()].as.own) -
                               m_face.holes[which.front()].as.bolt)}});
        return out;
    }

    // ---- the mate

    void change_mate() {
        if (m_needs.mate || m_needs.job.proof.mate.is == MateIs::Copied)
            return; // it is there already
        Rescue out;
        out.way = RescueWay::ChangeMate;
        Length left = least_play_of_rest(), most;
        std::size_t farthest = 0;
        for (std::size_t i = 0; i < m_face.pairs.size(); ++i) {
            left = std::min(left, m_face.pairs[i].play);
            const Point off = m_as_it_is.off[i];
            Rework work;
            work.hole = m_face.holes[i].hole;
            work.mate = true;
            out.rework.push_back(work);
            if (hypot(off.x, off.y) > most) {
                most = hypot(off.x, off.y);
                farthest = i;
            }
        }
        out.left = left;
        out.words = say(
            "Make the mate to this piece: mark or drill it through its holes. The one for {hole} goes {way} "
            "of the drawing, farther than any other.",
            {{"hole", m_face.pairs[farthest].name}, {"way", way_in_words(m_as_it_is.off[farthest], m_needs.job.unit)}});
        out.gives_up = say("Mate and piece then belong together; another piece will not go on it.");
        m_out.ways.push_back(std::move(out));
    }

    // ---- one hole

    // The hole without which the others go best, and how it stands off when they are laid so.
    struct Odd {
        std::size_t pair = 0;
        LaidBest others;
        Point off;
    };
    [[nodiscard]] std::optional<Odd> odd_one() const {
        std::optional<Odd> best;
        const std::vector<BoltedPair> all = all_with_rest();
        for (std::size_t i = 0; i < m_face.pairs.size() && all.size() > 1; ++i) {
            std::vector<BoltedPair> others = all;
            others.erase(others.begin() + static_cast<std::ptrdiff_t>(i));
            const LaidBest laid_so = laid(others);
            if (best && laid_so.left <= best->others.left)
                continue;
            const Point off = m_face.pairs[i].off - moved_by(laid_so, m_face.pairs[i].at);
            best = Odd{i, laid_so, off};
        }
        return best && best->others.left >= Length{} ? best : std::nullopt;
    }

    void slot() {
        const auto odd = odd_one();
        if (!odd)
            return;
        const BoltedHole& bolted = m_face.holes[odd->pair];
        const Hole& at = hole(bolted.hole);
        if (at.spec.purpose != Purpose::Clearance)
            return;
        const Length by = hypot(odd->off.x, odd->off.y) - bolted.as.play + spare;
        if (by <= Length{} || by > at.spec.diameter)
            return;
        Rescue out;
        out.way = RescueWay::Slot;
        Rework work;
        work.hole = bolted.hole;
        work.drawn_out = by;
        work.towards = bearing_of(odd->off, {}); // back to where the mate's hole is
        out.rework.push_back(work);
        out.left = std::min(odd->others.left, spare);
        out.words = say(
            "Draw {hole} out into a slot, by {by} {way}.",
            {{"hole", at.name}, {"by", figure(by)}, {"way", way_in_words(polar(by, work.towards), m_needs.job.unit)}});
        out.gives_up = say("The screw holds its place by friction only along the slot; a washer must cover it.");
        m_out.ways.push_back(std::move(out));
    }

    // Wall to edges and to other holes round a place, from its middle.
    [[nodiscard]] Length room_at(std::size_t index, Point place) const {
        Length room = metal_to_edge(m_needs.job.blank, datum_from_middle(m_needs.job) + place);
        for (std::size_t other = 0; other < m_needs.measured.holes.size(); ++other)
            if (other != index)
                room = std::min(room, distance(place, m_needs.found.holes[other].at.value_or(hole(other).at)) -
                                          widest(hole(other).spec) / 2.0);
        return room;
    }

    // Made again where it belongs, the old hole taken away with it: by a larger thread, or by a plug.
    void again() {
        const auto odd = odd_one();
        if (!odd)
            return;
        const BoltedHole& bolted = m_face.holes[odd->pair];
        const Hole& at = hole(bolted.hole);
        const Length off = hypot(odd->off.x, odd->off.y);
        // Over the mate's hole, as the mate lies then.
        const BoltedPair& pair = m_face.pairs[odd->pair];
        const Point stands = m_needs.found.holes[bolted.hole].at.value_or(at.at + pair.off);
        const Point place = stands - pair.off + moved_by(odd->others, at.at);
        if (at.spec.purpose == Purpose::Tapped)
            threads(*odd, at, bolted, off, place);
        const Length old = widest(at.spec) / 2.0 + off;
        const Length plug =
            opened_in_steps *
            std::ceil((std::max(old, widest(at.spec) / 2.0 + plug_wall) * 2.0) / opened_in_steps - 1e-9);
        if (room_at(bolted.hole, place) < plug / 2.0 + plug_wall)
            return;
        Rescue out;
        out.way = RescueWay::PlugAndDrill;
        Rework work;
        work.hole = bolted.hole;
        work.plug = plug;
        work.to = place - at.at;
        out.rework.push_back(work);
        out.left = std::min(odd->others.left, bolted.as.play);
        out.words = say("Bore {hole} out to {plug} round the place it should have, press or screw in a plug, and drill "
                        "it again: so the old hole is gone and the drill starts in one metal.",
                        {{"hole", at.name}, {"plug", size(plug)}});
        out.gives_up = say("A plug holds less than the metal it replaces.");
        m_out.ways.push_back(std::move(out));
    }

    void threads(const Odd& odd, const Hole& at, const BoltedHole& bolted, Length off, Point place) {
        const auto old = find_thread(at.spec.label);
        if (!old)
            return;
        const std::vector<Cutter> cutters = cutters_in(m_needs.shop.drawer);
        const Thread* larger = nullptr;
        for (const Thread& each : all_threads())
            // Its own hole takes the old thread away, all round the new place.
            if (each.tap_drill() / 2.0 >= old->major / 2.0 + off && (!larger || each.major < larger->major) &&
                std::any_of(cutters.begin(), cutters.end(), [&](const Cutter& cutter) {
                    return cutter.kind == CutterKind::Tap && cutter.size == each.name;
                }))
                larger = &each;
        if (!larger || room_at(bolted.hole, place) < larger->major)
            return;
        const Length left = std::min(odd.others.left, bolted.as.play);
        const auto offer = [&](RescueWay way, std::string words, std::string gives_up) {
            Rescue out;
            out.way = way;
            out.left = left;
            Rework work;
            work.hole = bolted.hole;
            work.thread = larger->name;
            work.to = place - at.at;
            out.rework.push_back(work);
            if (way == RescueWay::LargerThread) {
                Rework mate;
                mate.hole = bolted.hole;
                mate.mate = true;
                mate.opened = larger->major + (bolted.as.mate - bolted.as.bolt);
                out.rework.push_back(mate);
            }
            out.words = std::move(words);
            out.gives_up = std::move(gives_up);
            m_out.ways.push_back(std::move(out));
        };
        const std::string drill = size(larger->tap_drill());
        const std::string opened_to = size(larger->major + (bolted.as.mate - bolted.as.bolt));
        offer(RescueWay::LargerThread,
              say("Bore {hole} to {drill} where it belongs and tap it {larger}: that takes the old thread away. The "
                  "mate's hole there becomes {mate}.",
                  {{"hole", at.name}, {"drill", drill}, {"larger", larger->name}, {"mate", opened_to}}),
              say("One screw is {larger} among others of {old}.", {{"larger", larger->name}, {"old", old->name}}));
        offer(RescueWay::Insert,
              say("Bore {hole} to {drill} where it belongs, tap it {larger}, and screw in a bush with {old} inside.",
                  {{"hole", at.name}, {"drill", drill}, {"larger", larger->name}, {"old", old->name}}),
              say("A bush holds by its own thread; it is secured against turning out."));
        offer(RescueWay::SteppedStud,
              say("Bore {hole} to {drill} where it belongs, tap it {larger}, and put in a stepped stud, {larger} below "
                  "and {old} above.",
                  {{"hole", at.name}, {"drill", drill}, {"larger", larger->name}, {"old", old->name}}),
              say("A stud and nut take the place of the screw."));
    }
};

} // namespace

Saved what_saves(const ToSave& needs) {
    return Saver(needs).take();
}

Result<Angle> roll_for_skated_start(Length radius, Length offset) {
    if (abs(offset) >= radius || radius <= Length{})
        return problem({}, say("The start stands beside the bar: no roll brings it under the spindle."));
    return Angle::degrees(std::asin(offset / radius) * degrees_per_radian);
}

std::optional<std::string> skated_start(const Job& job, const Hole& hole, const CrossReadings& read) {
    const CrossAxis axis = cross_axis(read, {});
    if (!hole.bar || !axis.entry || read.exit_ccw || read.exit_cw)
        return std::nullopt;
    const Length off = *axis.entry - hole.bar->offset;
    if (abs(off) < Length::mm(0.01))
        return std::nullopt;
    const auto roll = roll_for_skated_start(bar_radius_at(job, hole), off);
    if (!roll)
        return roll.error().sentence;
    // What stands on the counter-clockwise side comes back under the spindle by rolling clockwise.
    const Sense back = as_seen(job, off > Length{} ? Sense::Clockwise : Sense::CounterClockwise);
    return say("It started {off} beside its place. While it is no deeper than the point: roll the bar {turn} {way}, as "
               "the drawing looks at it, and start again there.",
               {{"off", thousandths(abs(off), job.unit)},
                {"turn", in_degrees(Angle::degrees(std::fabs(roll->in_degrees())), 2)},
                {"way", in_words(back)}});
}

} // namespace clockface
