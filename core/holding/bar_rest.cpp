#include "holding/bar_rest.h"

#include "cutting/bushing.h"
#include "holding/parallels.h"
#include "layout/ranked_ways.h"
#include "measure/figures.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>
#include <set>
#include <tuple>

namespace clockface {

namespace {

// What the ways that are taken want of it.
struct Wanted {
    bool in_jig = false, in_three_jaws = false, in_table = false;
    bool bushing_above = false, vee_at_fence = false;
    std::optional<int> block_sides; // of a collet block that turns it
};

Wanted wanted_by_ways(const Job& job, const Shop& shop, const Machine& machine, const Estimates& estimates,
                      const std::vector<Hole>& holes) {
    Wanted wanted;
    if (holes.empty())
        return wanted;
    const Hole& first = holes.front();
    const auto tops = ranked_tops(job, shop.kit, machine, estimates, first);
    const TopWay top = tops.ways[tops.taken].kind;
    wanted.in_jig = top == TopWay::Jig;
    wanted.bushing_above = top == TopWay::Bushing;
    wanted.vee_at_fence = top == TopWay::VeeAndFence;
    wanted.in_table = std::holds_alternative<RotaryTable>(machine.kind);
    std::set<double> seen{first.bar->bearing.in_degrees()};
    for (const Hole& hole : holes) {
        if (!seen.insert(hole.bar->bearing.in_degrees()).second)
            continue;
        const auto angles = ranked_angles(job, shop.kit, machine, estimates, first, hole);
        const Way<AngleWay>& way = angles.ways[angles.taken];
        wanted.in_three_jaws = wanted.in_three_jaws || way.kind == AngleWay::JawIndex;
        if (way.kind == AngleWay::ColletBlock)
            wanted.block_sides = way.sides;
    }
    return wanted;
}

class BarProposal {
public:
    BarProposal(const Job& job, const Shop& shop, const Machine& machine, const Estimates& estimates,
                const HolesToHold& holes)
        : m_job(job)
        , m_shop(shop)
        , m_machine(machine)
        , m_wishes(at_hand(job).holding)
        , m_holes(holes)
        , m_ways(wanted_by_ways(job, shop, machine, estimates, holes.holes)) {
        const Blank& blank = job.blank;
        m_held.along = blank.width.actual();
        m_held.across = m_held.height = blank.diameter.actual();
        m_held.chuck = machine.spindle.chuck;
        m_held.guided = m_ways.in_jig || m_ways.bushing_above;
    }

    Held make() {
        Held held = laid();
        if (held.guided)
            held.through_bushing = bushing_advice(m_holes.chains, m_holes.kind_of, m_job.unit);
        return held;
    }

private:
    const Job& m_job;
    const Shop& m_shop;
    const Machine& m_machine;
    const HoldingWishes& m_wishes;
    const HolesToHold& m_holes;
    Wanted m_ways;
    Held m_held;

    Held laid() {
        const BlankShape shape = m_job.blank.shape;
        if (m_ways.in_table)
            return by_its_list(
                say("It is gripped in the chuck of the table and stands out of it: nothing lies below."));
        if (!m_wishes.rest && m_ways.in_jig)
            return by_its_list(say("It lies in its drill jig, as the list says."));
        if (!m_wishes.rest && m_ways.in_three_jaws)
            return by_its_list(say("It is gripped in three jaws that bring it to its angles, as the list says."));
        m_held.on_flats = shape == BlankShape::SquareBar && every_hole_in_a_flat();
        if (shape != BlankShape::RoundBar && shape != BlankShape::Tube && !m_held.on_flats)
            return by_its_list(say("How the work lies is said where it is laid in the list of moves."));
        const BarRest rest = m_wishes.rest.value_or(proposed());
        if (m_held.on_flats && rest != BarRest::Jaws) {
            m_held.fault = say("A square bar lies by its flats: let it lie between the jaws of a vise.");
            return m_held;
        }
        lay_in(rest);
        if (m_held.known && rest != BarRest::VeeBlock)
            choose_parallels();
        if (m_held.fault.empty())
            m_held.fault = against_its_list(rest);
        if (!m_held.known && !m_wishes.rest && !m_wishes.in) { // nothing that was said is wrong: it is only not known
            const std::string why = m_held.fault;
            m_held.fault.clear();
            return by_its_list(why + " " +
                               say("Until then how the bar lies is not worked out; its list says how it is laid."));
        }
        return m_held;
    }

    void lay_in(BarRest rest) {
        switch (rest) {
        case BarRest::VeeBlock:
            lie_in_vee();
            break;
        case BarRest::ColletBlock:
            grip_in_collet();
            break;
        case BarRest::Jaws:
            lie_in_jaws();
            break;
        }
        if (m_held.known)
            m_held.rest = rest;
    }

    [[nodiscard]] std::string figure(Length length) const { return with_unit(length, m_job.unit); }
    [[nodiscard]] Length radius() const { return m_held.height / 2.0; }

    // Turned until its hole is up, a square bar then lies on a flat.
    [[nodiscard]] bool every_hole_in_a_flat() const {
        return std::all_of(m_holes.holes.begin(), m_holes.holes.end(), [](const Hole& hole) {
            constexpr double quarter = 90.0, rounding = 1e-6;
            return std::fabs(std::remainder(hole.bar->bearing.in_degrees(), quarter)) < rounding;
        });
    }

    Held by_its_list(const std::string& why) {
        m_held.by_its_list = true;
        m_held.why = why;
        return m_held;
    }

    // What was said of it, where the list of moves is made for another.
    [[nodiscard]] std::string against_its_list(BarRest rest) const {
        if (!m_wishes.rest)
            return {};
        if (m_ways.vee_at_fence && rest != BarRest::VeeBlock)
            return say(
                "The list sets the fence for a vee block: let the bar lie in one, or take another way to stand over "
                "the axis under Order.");
        if (m_ways.bushing_above && rest != BarRest::Jaws)
            return say(
                "The list drills through a bushing above the bar, and only jaws grip both: let it lie between the "
                "jaws, or take another way to stand over the axis under Order.");
        if (m_ways.block_sides && rest != BarRest::ColletBlock)
            return say("The list turns the bar by a collet block: grip it in one, or take another way to set the angle "
                       "under Order.");
        if (m_ways.in_jig || m_ways.in_three_jaws)
            return say("The list has the bar in a jig or in three jaws: take another way under Order.");
        return {};
    }

    [[nodiscard]] BarRest proposed() const {
        if (m_ways.block_sides && !m_held.on_flats)
            return BarRest::ColletBlock;
        if (m_held.on_flats || m_ways.bushing_above || is_mill(m_machine.kind) ||
            !vee_block_for(m_shop.kit, m_held.across))
            return BarRest::Jaws;
        return BarRest::VeeBlock;
    }

    void known(const std::string& why) {
        m_held.known = true;
        m_held.why = why;
    }

    void lie_in_vee() {
        const std::optional<VeeBlock> block = vee_block_for(m_shop.kit, m_held.across);
        if (!block) {
            m_held.fault = say("No vee block in the shop takes a bar of {across}: hold it between the jaws of a vise.",
                               {{"across", figure(m_held.across)}});
            return;
        }
        m_held.vee = *block;
        known(m_wishes.rest ? say("It lies in a vee block, as you said.")
                            : say("A vee block of {width} takes it; a round bar lies in it without turning aside.",
                                  {{"width", figure(block->width)}}));
    }

    // The vise that was named, or the smallest that opens so far.
    [[nodiscard]] const Vise* vise_for(Length across) {
        const std::vector<Vise>& all = m_shop.holdings.vises;
        if (m_wishes.in && !m_wishes.in->empty()) {
            const auto named =
                std::find_if(all.begin(), all.end(), [&](const Vise& each) { return each.name == *m_wishes.in; });
            if (named == all.end())
                m_held.fault = say("There is no {vise} in the shop: name one of its vises.", {{"vise", *m_wishes.in}});
            else if (named->opening < across)
                m_held.fault =
                    say("The {vise} opens {opening} and has to close on {across}: take a wider vise.",
                        {{"vise", named->name}, {"opening", figure(named->opening)}, {"across", figure(across)}});
            else
                return &*named;
            return nullptr;
        }
        // Its jaws reach below as many of the holes as can be, or so near that they hold the lever.
        const auto beyond = [&](const Vise& each) {
            return std::count_if(m_holes.places.begin(), m_holes.places.end(), [&](const HolePlace& place) {
                return abs(place.at.x + m_wishes.aside) > each.jaw_width / 2.0 + radius();
            });
        };
        const Vise* best = nullptr;
        for (const Vise& each : all)
            if (each.opening >= across &&
                (!best || std::pair(beyond(each), each.jaw_width) < std::pair(beyond(*best), best->jaw_width)))
                best = &each;
        if (!best)
            m_held.fault =
                say("There is no vise in the shop that opens {across}: add one.", {{"across", figure(across)}});
        return best;
    }

    void lie_in_jaws() {
        const Vise* vise = vise_for(m_held.across);
        if (!vise)
            return;
        m_held.vise = *vise;
        m_held.aside = m_wishes.aside;
        if (m_ways.bushing_above && vise->jaw_lifts)
            m_held.fault = say("The moving jaw of the {vise} lifts, so of the bar and the bushing above it one stays "
                               "loose: take a vise whose jaw stays down.",
                               {{"vise", vise->name}});
        known(m_ways.bushing_above
                  ? say("Bar and bushing are gripped between the same jaws, the bushing above. Some swear by it, some "
                        "say one of the two always stays loose: try a strip of paper beside each.")
              : m_held.on_flats
                  ? say("It lies on one flat, and the jaws of the {vise} close on two others.", {{"vise", vise->name}})
                  : say("The jaws of the {vise} grip it on both sides at the height of its axis.",
                        {{"vise", vise->name}}));
    }

    void grip_in_collet() {
        const std::vector<ColletBlock>& all = m_shop.kit.collet_blocks;
        for (const ColletBlock& each : all) {
            if (m_ways.block_sides && each.sides != *m_ways.block_sides)
                continue;
            const std::optional<Length> at = place_of_block(m_job.blank, each, m_holes.places, m_holes.holes);
            if (!at)
                continue;
            const Vise* vise = vise_for(each.across);
            if (!vise)
                return;
            m_held.vise = *vise;
            m_held.collet = each;
            m_held.block_at = *at;
            m_held.aside = Length{} - *at; // the jaws close on the middle of the block
            return known(say("The block of {sides} sides grips it {at} from its left end and lies by its flats in the "
                             "{vise}.",
                             {{"sides", each.sides},
                              {"at", figure(*at + m_held.along / 2.0 - each.length / 2.0)},
                              {"vise", vise->name}}));
        }
        if (m_held.fault.empty())
            m_held.fault =
                say("No collet block in the shop finds a place on this bar: it needs as much of one thickness as the "
                    "block is long, thin enough for its collets and free of holes. Hold it between a vise's jaws.");
    }

    void stand_on(const std::optional<ParallelPair>& pair) {
        m_held.parallels = pair;
        m_held.proud = m_held.stands_at() + (pair ? pair->height : Length{}) - m_held.jaw_depth();
        m_held.gripped = std::clamp(m_held.bottom() - m_held.proud, Length{}, m_held.between_jaws());
    }
    // What the jaws must reach up to: beyond the bar's axis; with a bushing above it, beyond that one's; of a block
    // half of it does.
    [[nodiscard]] Length highest_for_jaws() const {
        if (m_held.rest == BarRest::ColletBlock)
            return radius();
        return m_ways.bushing_above ? radius() * -1.1 : radius() * 0.8;
    }
    [[nodiscard]] std::tuple<int, double, double> price() const {
        const std::vector<Beneath> under = beneath_holes(m_held, m_holes.places, m_holes.kind_of, m_holes.chains);
        const auto spoiled =
            std::count_if(under.begin(), under.end(), [](const Beneath& each) { return spoils(each.what); });
        return {static_cast<int>(spoiled), std::max(0.0, (m_held.proud - highest_for_jaws()).in_mm()),
                std::abs((m_held.proud - highest_for_jaws()).in_mm())};
    }

    void choose_parallels() {
        const std::vector<ParallelPair>& all = m_shop.holdings.parallels;
        if (m_wishes.parallels) {
            const ParallelPair* named = pair_named(all, *m_wishes.parallels);
            if (named || m_wishes.parallels->empty())
                return stand_as_said(named ? std::optional(*named) : std::nullopt);
            m_held.fault = say("There are no {pair} parallels in the shop.", {{"pair", *m_wishes.parallels}});
        }
        stand_as_said(cheapest_pair(all, [&](const std::optional<ParallelPair>& pair) {
            stand_on(pair);
            return std::optional(price());
        }));
    }
    void stand_as_said(const std::optional<ParallelPair>& pair) {
        stand_on(pair);
        // Between jaws that end below its axis a bar is squeezed out upwards.
        const Length axis = m_held.rest == BarRest::Jaws && m_ways.bushing_above ? Length{} - radius() : radius();
        if (m_held.on_flats && little_grip(m_held.gripped, m_held.height, m_held.across) && m_held.fault.empty())
            m_held.fault =
                say("Only {gripped} of the bar are between the jaws: lower parallels or a deeper vise would do.",
                    {{"gripped", figure(m_held.gripped)}});
        if (m_held.rest == BarRest::Jaws && !m_held.on_flats && m_held.proud >= axis && m_held.fault.empty())
            m_held.fault = m_ways.bushing_above
                               ? say("The jaws end {below} below the middle of the bushing and do not grip it: lower "
                                     "parallels or a deeper vise would do.",
                                     {{"below", figure(m_held.proud - axis)}})
                               : say("The jaws end {below} below the axis of the bar and squeeze it out upwards: lower "
                                     "parallels or a deeper vise would do.",
                                     {{"below", figure(m_held.proud - axis)}});
        if (m_held.rest == BarRest::ColletBlock && m_held.gripped <= Length{} && m_held.fault.empty())
            m_held.fault =
                say("So high the block stands above the jaws, and nothing grips it: lower parallels would do.");
        const Length level = Length{} - m_held.proud; // of the jaws' tops above the bar's top
        m_held.why_parallels = level > Length{}
                                   ? say("The jaws end {level} above the top of the bar.", {{"level", figure(level)}})
                                   : say("The jaws end {level} below the top of the bar, {axis} above its axis.",
                                         {{"level", figure(m_held.proud)}, {"axis", figure(radius() - m_held.proud)}});
    }
};

} // namespace

std::optional<Length> place_of_block(const Blank& blank, const ColletBlock& block, const std::vector<HolePlace>& places,
                                     const std::vector<Hole>& holes) {
    const Length half = blank.width.actual() / 2.0;
    // A stretch ends at a hole, at a shoulder and at the bar's ends.
    std::vector<std::pair<Length, Length>> taken;
    for (std::size_t i = 0; i < places.size(); ++i) {
        const Length r = holes[i].spec.diameter / 2.0;
        taken.emplace_back(places[i].at.x - r, places[i].at.x + r);
    }
    for (const Shoulder& each : blank.bar.shoulders)
        taken.emplace_back(each.at - half, each.at - half);
    std::sort(taken.begin(), taken.end());
    taken.emplace_back(half, half);
    std::optional<Length> best;
    Length longest, from = Length{} - half;
    for (const auto& [begin, end] : taken) {
        const Length stretch = begin - from;
        const Length thick = section_at(blank, (begin + from) / 2.0 + half).radius * 2.0;
        if (stretch >= block.length && stretch > longest && thick <= block.largest) {
            longest = stretch;
            if (from <= Length{} - half)
                best = from + block.length / 2.0;
            else if (begin >= half)
                best = begin - block.length / 2.0;
            else
                best = (begin + from) / 2.0;
        }
        from = std::max(from, end);
    }
    return best;
}

std::optional<BlockGap> gap_beside_block(const Held& held, const std::vector<HolePlace>& places,
                                         const std::vector<Hole>& holes) {
    std::optional<BlockGap> least;
    for (std::size_t i = 0; i < places.size(); ++i) {
        const Length room =
            abs(places[i].at.x - held.block_at) - held.collet.length / 2.0 - holes[i].spec.diameter / 2.0;
        if (!least || room < least->room)
            least = BlockGap{static_cast<int>(i), room};
    }
    return least;
}

Held held_bar(const Job& job, const Shop& shop, const Machine& machine, const Estimates& estimates,
              const HolesToHold& holes) {
    return BarProposal(job, shop, machine, estimates, holes).make();
}

} // namespace clockface
