#include "round/ways.h"

#include "measure/radians.h"

#include "measure/figures.h"
#include "round/figures.h"
#include "round/packing.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <fmt/ranges.h>
#include <numbers>

namespace clockface {

namespace {

struct MachineSort {
    bool mill = false, press = false, rotary = false, layout = false;
    Length step{}; // of the cross slide
};

MachineSort sort_of(const MachineKind& kind) {
    struct Sort {
        MachineSort operator()(const Handwheels& wheels) const { return {.mill = true, .step = wheels.y.graduation()}; }
        MachineSort operator()(const Readout& readout) const { return {.mill = true, .step = readout.resolution}; }
        MachineSort operator()(const RotaryTable& table) const {
            return {.rotary = true, .step = table.slide.graduation()};
        }
        MachineSort operator()(const LayoutBench&) const { return {.layout = true}; }
        MachineSort operator()(const DrillPress&) const { return {.press = true}; }
        MachineSort operator()(const MarksAcross&) const { return {.press = true}; } // its marks are drilled on one
    };
    return std::visit(Sort{}, kind);
}

// The one whose value is nearest, or nothing.
std::optional<Length> nearest(const std::vector<Length>& all, Length wanted) {
    const auto found =
        std::min_element(all.begin(), all.end(), [&](Length a, Length b) { return abs(a - wanted) < abs(b - wanted); });
    return found == all.end() ? std::nullopt : std::optional(*found);
}

class TopMaker {
public:
    TopMaker(const WayNeeds& needs, Length hole)
        : m_needs(needs)
        , m_hole(hole)
        , m_radius(needs.section.radius)
        , m_sort(sort_of(needs.machine.kind)) {}

    [[nodiscard]] std::vector<Way<TopWay>> all() const {
        return {both(), one(), skimmed(), filed(), scribed(), vee(), bushing(), jig(), centred()};
    }

private:
    const WayNeeds& m_needs;
    Length m_hole;
    Length m_radius;
    MachineSort m_sort;

    [[nodiscard]] std::string fig(Length length) const { return with_unit(length, m_needs.unit); }
    [[nodiscard]] const Estimates& guess() const { return m_needs.estimates; }
    [[nodiscard]] static Way<TopWay> begin(TopWay kind) {
        Way<TopWay> way;
        way.kind = kind;
        way.name = in_words(kind);
        return way;
    }
    static void refuse(Way<TopWay>& way, const std::string& why) {
        way.fits = false;
        way.reason = why;
    }
    [[nodiscard]] Length size_unknown() const {
        return m_needs.measured ? guess().stock_measured : guess().stock_as_bought;
    }
    [[nodiscard]] Length touch() const { return m_needs.kit.finder_repeats + m_sort.step / 2.0; }

    [[nodiscard]] Way<TopWay> both() const {
        Way<TopWay> way = begin(TopWay::TouchBoth);
        const Length span = m_radius * 2.0 + m_needs.kit.finder;
        way.figures = {{say("from touch to touch"), fig(span)}, {say("half of it"), fig(span / 2.0)}};
        way.steps = {
            say("Let the bar stand out of the vise or block, so that the finder reaches both sides."),
            say("Touch the side towards you at the height of the axis and set the cross slide to 0."),
            say("Raise the finder, cross over, touch the far side at the same height: about {span}.",
                {{"span", fig(span)}}),
            say("Go back by half of what it reads, finishing the way you came; set the cross slide to 0 there.")};
        way.error = touch();
        way.minutes = guess().touch_both;
        if (!m_sort.mill && !m_sort.rotary)
            refuse(way, say("It needs a cross slide with a dial or a readout."));
        return way;
    }
    [[nodiscard]] Way<TopWay> one() const {
        Way<TopWay> way = begin(TopWay::TouchOne);
        const Length go = m_radius + m_needs.kit.finder / 2.0;
        way.figures = {{say("go on by"), fig(go)},
                       {say("radius of the bar"), fig(m_radius)},
                       {say("half the finder"), fig(m_needs.kit.finder / 2.0)}};
        way.steps = {say("Touch the side towards you at the height of the axis and set the cross slide to 0."),
                     say("Raise the finder and go on by {go}, the radius and half the finder, without turning back.",
                         {{"go", fig(go)}}),
                     say("Set the cross slide to 0 there.")};
        way.error = touch() + size_unknown();
        way.minutes = guess().touch_one;
        if (!m_sort.mill && !m_sort.rotary)
            refuse(way, say("It needs a cross slide with a dial or a readout."));
        return way;
    }
    // A strip that the hole takes away again.
    [[nodiscard]] std::pair<Length, Length> strip() const {
        const Length width = std::min(m_hole * 0.8, m_radius);
        return {width, strip_depth(m_radius * 2.0, width)};
    }
    [[nodiscard]] Way<TopWay> skimmed() const {
        Way<TopWay> way = begin(TopWay::SkimmedFlat);
        const auto [width, depth] = strip();
        way.figures = {{say("depth to skim"), fig(depth)},
                       {say("strip then"), say("{width} wide", {{"width", fig(width)}})}};
        way.steps = {
            say("Colour the crest with the marker."),
            say("Touch the crest with an end mill, raise nothing, and skim {depth} off where the hole will be.",
                {{"depth", fig(depth)}}),
            say("A bright strip {width} wide is left; its middle line is the top. The hole takes it away.",
                {{"width", fig(width)}}),
            say("Bring the spindle over the middle of the strip and set the cross slide to 0.")};
        way.error = guess().bright_strip + m_sort.step / 2.0;
        way.minutes = guess().skim_flat;
        if (!m_sort.mill)
            refuse(way, say("It needs a mill."));
        else if (!m_needs.section.round)
            refuse(way, say("A bar with flats has its strip already; touch both sides instead."));
        else if (m_hole >= m_radius * 2.0)
            refuse(way, say("The hole is as wide as the bar: no strip narrower than the hole would show its middle."));
        return way;
    }
    [[nodiscard]] Way<TopWay> filed() const {
        Way<TopWay> way = begin(TopWay::FiledFlat);
        const auto [width, depth] = strip();
        way.figures = {{say("file to a strip of"), say("{width} wide", {{"width", fig(width)}})},
                       {say("that takes off"), fig(depth)}};
        way.steps = {say("Lay the bar with the place of the hole upwards and file it level."),
                     say("Stop at a strip {width} wide, {depth} deep: narrower than the hole.",
                         {{"width", fig(width)}, {"depth", fig(depth)}}),
                     say("Scribe the middle of the strip and punch the crossing with the line across the bar.")};
        way.error = guess().filed_strip;
        way.minutes = guess().file_flat;
        if (!m_needs.section.round)
            refuse(way, say("A bar with flats needs no filed one."));
        else if (m_hole >= m_radius * 2.0)
            refuse(way, say("The hole is as wide as the bar: no strip narrower than the hole would show its middle."));
        return way;
    }
    [[nodiscard]] Way<TopWay> scribed() const {
        Way<TopWay> way = begin(TopWay::Scribed);
        const std::optional<Length> rod = nearest(m_needs.kit.rods, m_radius * 2.0);
        if (!rod) {
            refuse(way, say("There is no rod in the drawer to scribe with."));
            return way;
        }
        // A pointed rod lying on the same flat scribes at its own radius's height.
        const Length high = (*rod - m_radius * 2.0) / 2.0;
        way.figures = {{say("rod"), fig(*rod)},
                       {say("its line lies off the axis by"), fig(abs(high))},
                       {say("allowed lean of the end line"), in_degrees(lean_of_miss(m_radius, m_needs.within), 2)}};
        way.steps = {say("Lay bar and a pointed rod of {rod} on the same flat plate; the point is then at the height "
                         "of the axis.",
                         {{"rod", fig(*rod)}}),
                     say("Scribe along the side, and carry the same height across the end before the bar is let go."),
                     say("Stand the end line upright against a square: the side line is on top."),
                     say("Punch its crossing with the line across the bar, and bring the spindle over the mark.")};
        way.error = abs(high) + guess().felt_punch + miss_of_lean(m_radius, guess().square_lean);
        way.minutes = guess().scribe_top;
        if (!m_needs.section.round)
            refuse(way,
                   say("On a bar with flats the height gauge scribes the middle straight away; touch both sides."));
        return way;
    }
    [[nodiscard]] Way<TopWay> vee() const {
        Way<TopWay> way = begin(TopWay::VeeAndFence);
        if (m_needs.kit.vee_blocks.empty() || m_needs.kit.rods.empty()) {
            refuse(way, say("It needs a vee block and a pin in the drawer."));
            return way;
        }
        const std::optional<VeeBlock> takes = vee_block_for(m_needs.kit, m_radius * 2.0);
        const Length block = takes.value_or(m_needs.kit.vee_blocks.front()).width;
        const Length pin = fence_pin(m_needs.kit);
        const Length gap = (block - pin) / 2.0;
        const Packed packed = Packing(m_needs.kit.packing).pack(gap, m_needs.kit.packing_within);
        std::vector<std::string> pieces;
        for (const Length piece : packed.pieces)
            pieces.push_back(fig(piece));
        way.figures = {{say("half the block"), fig(block / 2.0)},
                       {say("pin in the chuck"), fig(pin)},
                       {say("between fence and pin"), fig(gap)},
                       {say("packing"), pieces.empty() ? say("none") : fmt::format("{}", fmt::join(pieces, " + "))},
                       {say("left over"), fig(packed.leftover)}};
        way.steps = {say("Put a pin of {pin} in the chuck.", {{"pin", fig(pin)}}),
                     say("Pack {pieces} between fence and pin, clamp the fence, take pin and packing away.",
                         {{"pieces", pieces.empty() ? say("nothing") : fmt::format("{}", fmt::join(pieces, " + "))}}),
                     say("Lay the vee block against the fence: its vee stands under the spindle."),
                     say("Clamp the bar in the vee, clear of the drill where it comes out.")};
        way.error = abs(packed.leftover) + guess().block_true;
        way.minutes = guess().vee_and_fence;
        if (!m_sort.press)
            refuse(way, say("It is for a drill press with a fence; this machine has a slide, which is surer."));
        else if (!m_needs.section.round)
            refuse(way, say("A bar with flats lies on its corners in a vee; lay it flat against the fence instead."));
        else if (!takes)
            refuse(way, say("No vee block in the drawer takes a bar of {bar}.", {{"bar", fig(m_radius * 2.0)}}));
        return way;
    }
    [[nodiscard]] Way<TopWay> bushing() const {
        Way<TopWay> way = begin(TopWay::Bushing);
        const Length stock = m_radius * 2.0;
        std::optional<Length> best;
        for (const Length bore : m_needs.kit.bushings)
            if (bore >= stock && (!best || bore < *best))
                best = bore;
        const bool there = best && *best - stock <= m_needs.within * 2.0;
        const Length play = there ? (*best - stock) / 2.0 : guess().bored_bushing;
        way.figures = {{say("bushing"), there ? fig(*best) : say("to be bored to {stock}", {{"stock", fig(stock)}})},
                       {say("play"), fig(play)}};
        way.steps = {
            there ? say("Take the bushing of {best}.", {{"best", fig(*best)}})
                  : say("Bore a bushing to {stock} on the lathe, true to its outside, and drill it across.",
                        {{"stock", fig(stock)}}),
            say("Grip bar and bushing between parallel jaws, the bushing above the bar."),
            say("Drill through the bushing; it holds the drill over the axis."),
            say("Some swear by it, some say the jaws let one of the two go: try with a strip of paper beside each.")};
        way.error = play + guess().drill_in_bushing;
        way.minutes = guess().use_bushing + (there ? 0.0 : guess().bore_bushing / m_needs.pieces);
        if (m_needs.kit.jaws_lift)
            refuse(way,
                   say("The vise's jaw lifts, so one of the two things gripped at different heights stays loose."));
        else if (!m_needs.section.round)
            refuse(way, say("A bushing holds round bar only."));
        else if (!there && !m_needs.kit.lathe)
            refuse(way, say("There is no bushing for {stock}, and boring one needs a lathe.", {{"stock", fig(stock)}}));
        else if (m_sort.layout)
            refuse(way, say("It is a way of drilling, not of marking out."));
        return way;
    }
    [[nodiscard]] Way<TopWay> jig() const {
        Way<TopWay> way = begin(TopWay::Jig);
        const DrillJig jig = drill_jig(m_radius * 2.0, m_hole, guess());
        way.figures = {{say("square block"), fig(jig.block)},
                       {say("bored"), fig(jig.bore)},
                       {say("bushing outside"), fig(jig.bushing_outside)},
                       {say("pays from"), say("{pays_from} pieces", {{"pays_from", jig.pays_from}})}};
        way.steps = {say("Face a block {block} square, bore it {bore} through the middle, cross-drill it through both "
                         "middles, and press the bushing in.",
                         {{"block", fig(jig.block)}, {"bore", fig(jig.bore)}}),
                     say("A set screw opposite the drill holds the bar against the bore; a stop at the end sets the "
                         "distance. Colour it and write bar, hole and distance on it."),
                     m_needs.pieces > 20 ? say("For this many a hardened bushing: a plain hole wears oval.")
                                         : say("For this few a plain hole does; look at it after twenty pieces.")};
        way.error = guess().jig_true;
        way.minutes = guess().use_jig + guess().make_jig / m_needs.pieces;
        if (!m_needs.kit.lathe)
            refuse(way, say("Boring its block true needs a lathe."));
        else if (m_sort.layout)
            refuse(way, say("It is a way of drilling, not of marking out."));
        else if (!m_needs.section.round)
            refuse(way, say("This jig is for round bar."));
        return way;
    }
    [[nodiscard]] Way<TopWay> centred() const {
        Way<TopWay> way = begin(TopWay::Centred);
        way.figures = {{say("run-out allowed"), fig(m_needs.within)}};
        way.steps = {say("Stand the table on its side, its face to the end of the bar, and grip the bar in its chuck."),
                     say("Turn it once under an indicator; what it swings is twice what the bar runs out."),
                     say("Touch both sides of the bar and set the cross slide to 0 half way.")};
        way.error = guess().chuck_true + touch();
        way.minutes = guess().centre_bar / m_needs.pieces + guess().centred_bar;
        if (!m_sort.rotary)
            refuse(way, say("It goes with the rotary table; choose that under machine."));
        return way;
    }
};

// The best first; the reasons say where each stands.
template <class Kind> void rank(std::vector<Way<Kind>>& ways, Length within, Unit unit) {
    const auto holds = [&](const Way<Kind>& way) { return way.error <= within; };
    std::stable_sort(ways.begin(), ways.end(), [&](const Way<Kind>& a, const Way<Kind>& b) {
        if (a.fits != b.fits)
            return a.fits;
        if (!a.fits)
            return false;
        if (holds(a) != holds(b))
            return holds(a);
        return holds(a) ? a.minutes < b.minutes : a.error < b.error;
    });
    bool first = true;
    for (Way<Kind>& way : ways) {
        if (!way.fits)
            continue;
        if (holds(way))
            way.reason =
                say(first ? later("The quickest that keeps within: {error} of the {within} wanted in {minutes} minutes "
                                  "a piece.")
                          : later("Keeps within too: {error} of the {within} wanted in {minutes} minutes a piece."),
                    {{"error", with_unit(way.error, unit)},
                     {"within", with_unit(within, unit)},
                     {"minutes", decimal(way.minutes, 0)}});
        else
            way.reason = say(
                first
                    ? later("Nothing here keeps within; this comes nearest: {error} is more than the {within} wanted.")
                    : later("Expected to miss by {error}, which is more than the {within} wanted."),
                {{"error", with_unit(way.error, unit)}, {"within", with_unit(within, unit)}});
        first = false;
    }
}

class AngleMaker {
public:
    AngleMaker(const WayNeeds& needs, const AngleTask& task)
        : m_needs(needs)
        , m_task(task)
        , m_sort(sort_of(needs.machine.kind)) {}

    [[nodiscard]] std::vector<Way<AngleWay>> all() const {
        std::vector<Way<AngleWay>> ways{table()};
        for (const ColletBlock& each : m_needs.kit.collet_blocks)
            ways.push_back(block(each));
        for (Way<AngleWay>& way : std::vector{jaws(), protractor(), heights(), end_line(), strip()})
            ways.push_back(way);
        return ways;
    }

private:
    const WayNeeds& m_needs;
    const AngleTask& m_task;
    MachineSort m_sort;

    [[nodiscard]] std::string fig(Length length) const { return with_unit(length, m_needs.unit); }
    [[nodiscard]] const Estimates& guess() const { return m_needs.estimates; }
    [[nodiscard]] Length at_surface(Angle off) const { return m_needs.section.radius * off.sine(); }
    static Way<AngleWay> begin(AngleWay kind) {
        Way<AngleWay> way;
        way.kind = kind;
        way.name = in_words(kind);
        return way;
    }
    static void refuse(Way<AngleWay>& way, const std::string& why) {
        way.fits = false;
        way.reason = why;
    }
    [[nodiscard]] static std::string other_way(const SetAngle& set) {
        if (set.far_mouth)
            return " " + say("The drill goes right through, and its far mouth stands at the angle wanted.");
        if (set.rod_other_end)
            return " " + say("Read it at the other end of the rod, which stands upwards then.");
        return "";
    }

    [[nodiscard]] Way<AngleWay> table() const {
        Way<AngleWay> way = begin(AngleWay::Table);
        way.figures = {{say("turn"), in_degrees(Angle::degrees(std::fabs(m_task.turn.in_degrees())))}};
        way.steps = {say("Turn the table's handle as the list says, always the same way, and lock it.")};
        way.minutes = guess().turn_table;
        if (const auto* rotary = std::get_if<RotaryTable>(&m_needs.machine.kind))
            way.error = at_surface(rotary->step() / 2.0);
        else
            refuse(way, say("It goes with the rotary table on its side; choose that under machine."));
        return way;
    }
    [[nodiscard]] Way<AngleWay> index(AngleWay kind, int sides, Angle truth, const std::string& what) const {
        Way<AngleWay> way = begin(kind);
        way.sides = sides;
        const double step = 360.0 / sides;
        way.name =
            say("{words}, steps of {step}", {{"words", in_words(kind)}, {"step", in_degrees(Angle::degrees(step))}});
        way.error = at_surface(truth);
        way.minutes = guess().turn_index;
        const auto found = index_step(m_task, sides);
        if (!found) {
            refuse(way, say("It has steps of {step} only, and none of them makes {turn}.",
                            {{"step", in_degrees(Angle::degrees(step))},
                             {"turn", in_degrees(Angle::degrees(std::fabs(m_task.turn.in_degrees())))}}));
            return way;
        }
        way.figures = {{say("go on by"), say("{count} {count:face|faces}", {{"count", found->faces}})}};
        way.steps = {say("{what} {faces} {faces:face|faces}: the bar turns clockwise, seen from the right end.{remark}",
                         {{"what", what},
                          {"faces", found->faces},
                          {"remark", found->far_mouth ? " " + say("The far mouth stands at the angle wanted.") : ""}})};
        if (m_sort.layout)
            refuse(way, say("It is a way of holding for drilling."));
        return way;
    }
    [[nodiscard]] Way<AngleWay> block(const ColletBlock& block) const {
        Way<AngleWay> way =
            index(AngleWay::ColletBlock, block.sides, guess().index_true, say("Lay the collet block on, further by"));
        if (way.fits && m_needs.section.radius * 2.0 > block.largest)
            refuse(way, say("The block's collets take bars up to {largest}.", {{"largest", fig(block.largest)}}));
        return way;
    }
    [[nodiscard]] Way<AngleWay> jaws() const {
        Way<AngleWay> way =
            index(AngleWay::JawIndex, 3, guess().jaws_true, say("Bring the next jaw against the stop, further by"));
        if (way.fits && !m_needs.kit.three_jaws)
            refuse(way, say("There is no three-jaw chuck in the drawer."));
        return way;
    }
    // What a rod leans by in its hole, over the length that is in.
    [[nodiscard]] Angle slop() const { return rod_slop(guess().rod_play, m_needs.section.radius * 2.0); }
    void need_rod(Way<AngleWay>& way) const {
        const bool there = std::any_of(m_needs.kit.rods.begin(), m_needs.kit.rods.end(), [&](Length rod) {
            return rod <= m_task.from_diameter && m_task.from_diameter - rod <= Length::mm(0.25);
        });
        if (m_sort.layout)
            refuse(way, say("The first hole is drilled only when all is marked, so there is nothing to put a rod in."));
        else if (!there)
            refuse(way, say("There is no rod for a hole of {from_diameter}.",
                            {{"from_diameter", fig(m_task.from_diameter)}}));
    }
    [[nodiscard]] Way<AngleWay> protractor() const {
        Way<AngleWay> way = begin(AngleWay::RodAndProtractor);
        const auto set = set_angle(m_task, m_needs.kit.protractor_reach);
        if (!set) {
            refuse(way, say("The protractor takes up to {protractor_reach}, and this needs more.",
                            {{"protractor_reach", in_degrees(m_needs.kit.protractor_reach)}}));
            return way;
        }
        way.figures = {{say("rod"), fig(m_task.from_diameter)},
                       {say("from upright"), in_degrees(Angle::degrees(std::fabs(set->set.in_degrees())))},
                       {say("slop of the rod"), in_degrees(slop(), 2)}};
        way.steps = {
            say("Put a rod of {from_diameter} into the first hole.", {{"from_diameter", fig(m_task.from_diameter)}}),
            say("Turn the bar until the rod leans {set} from upright, {set2}.{other_way}",
                {{"set", in_degrees(Angle::degrees(std::fabs(set->set.in_degrees())))},
                 {"set2", set->set < Angle{} ? say("counter-clockwise seen from the right end")
                                             : say("clockwise seen from the right end")},
                 {"other_way", other_way(*set)}})};
        way.error = at_surface(m_needs.kit.protractor_step / 2.0 + guess().protractor_held + slop());
        way.minutes = guess().rod_and_protractor;
        need_rod(way);
        return way;
    }
    [[nodiscard]] Way<AngleWay> heights() const {
        Way<AngleWay> way = begin(AngleWay::RodHeights);
        const auto set = set_angle(m_task, Angle::degrees(90.0));
        if (!set) {
            refuse(way,
                   say("The first hole is blind and so is this one: a rod shows the angle up to 90 degrees only."));
            return way;
        }
        const Length length = rod_length(m_needs.section);
        const Angle up = Angle::degrees(90.0 - std::fabs(set->set.in_degrees()));
        way.figures = {{say("rod, length between the two places"), fig(length)},
                       {say("height from end to end"), fig(length * up.sine())}};
        way.steps = {
            say("Put a rod of {from_diameter} into the first hole, marked at two places {length} apart.",
                {{"from_diameter", fig(m_task.from_diameter)}, {"length", fig(length)}}),
            say("Turn the bar until one place stands {sine} higher than the other: it leans {set} {set2}.{other_way}",
                {{"sine", fig(length * up.sine())},
                 {"set", in_degrees(Angle::degrees(std::fabs(set->set.in_degrees())))},
                 {"set2", set->set < Angle{} ? say("counter-clockwise seen from the right end")
                                             : say("clockwise seen from the right end")},
                 {"other_way", other_way(*set)}})};
        constexpr double too_upright = 0.17; // of a radian: nearer to upright the height hardly changes
        if (up.cosine() < too_upright) {
            refuse(way, say("So near to upright the height hardly changes with the angle."));
            return way;
        }
        const Angle read = Angle::degrees(m_needs.kit.height_step / (length * up.cosine()) * degrees_per_radian);
        way.error = at_surface(read + slop());
        way.minutes = guess().rod_heights;
        need_rod(way);
        return way;
    }
    [[nodiscard]] Way<AngleWay> end_line() const {
        Way<AngleWay> way = begin(AngleWay::EndLine);
        way.figures = {{say("between the end lines"), in_degrees(Angle::degrees(std::fabs(m_task.turn.in_degrees())))}};
        way.steps = {
            say("Scribe the first hole's line across the end before the bar is let go."),
            say("Scribe another {turn} {turn2} of it with the protractor, and stand that one upright against a square.",
                {{"turn", in_degrees(Angle::degrees(std::fabs(m_task.turn.in_degrees())))},
                 {"turn2", m_task.turn < Angle{} ? say("clockwise") : say("counter-clockwise")}})};
        way.error = at_surface(m_needs.kit.protractor_step / 2.0 + guess().protractor_held + guess().square_lean);
        way.minutes = guess().end_line;
        return way;
    }
    [[nodiscard]] Way<AngleWay> strip() const {
        Way<AngleWay> way = begin(AngleWay::WrappedStrip);
        const Length round = girth(m_needs.section) * (std::fabs(m_task.turn.in_degrees()) / 360.0);
        way.figures = {{say("round the bar"), fig(round)}, {say("once round"), fig(girth(m_needs.section))}};
        way.steps = {
            say("Wrap a strip of paper round the bar, cut it where it meets, and lay it flat."),
            say("Mark {length} from its end, wrap it again with the end on the first hole's line, and mark the bar.",
                {{"length", fig(round)}})};
        way.error = guess().rule_read;
        way.minutes = guess().wrapped_strip;
        if (!m_needs.section.round)
            refuse(way, say("A strip does not lie close on a bar with flats."));
        return way;
    }
};

} // namespace

Length fence_pin(const RoundKit& kit) {
    return nearest(kit.rods, Length::mm(6.0)).value_or(Length{});
}

Length rod_length(const Section& section) {
    // Room for the bar and a finger's breadth on either side.
    return Length::mm(std::ceil(section.radius.in_mm() * 2.0 / 10.0) * 10.0 + 40.0);
}

std::vector<Way<TopWay>> top_ways(const WayNeeds& needs, Length hole_diameter) {
    std::vector<Way<TopWay>> ways = TopMaker(needs, hole_diameter).all();
    rank(ways, needs.within, needs.unit);
    return ways;
}

std::optional<SetAngle> set_angle(const AngleTask& task, Angle reach) {
    const auto half = [](double degrees) { return std::remainder(degrees, 360.0); };
    SetAngle set{Angle::degrees(half(task.turn.in_degrees())), false, false};
    constexpr double hair = 1e-9;
    if (std::fabs(set.set.in_degrees()) <= reach.in_degrees() + hair)
        return set;
    set.set = Angle::degrees(half(task.turn.in_degrees() + 180.0));
    if (std::fabs(set.set.in_degrees()) > reach.in_degrees() + hair || (!task.from_through && !task.to_through))
        return std::nullopt;
    // A through hole does the work where it can: the rod is then read the way it is used to.
    set.far_mouth = task.to_through;
    set.rod_other_end = !task.to_through;
    return set;
}

std::optional<IndexStep> index_step(const AngleTask& task, int sides) {
    constexpr double same_degrees = 1e-3;
    const double step = 360.0 / sides;
    for (const bool far : {false, true}) {
        if (far && !task.to_through)
            break;
        const double turn = Angle::degrees(task.turn.in_degrees() + (far ? 180.0 : 0.0)).wrapped().in_degrees();
        const double faces = std::round(turn / step);
        if (std::fabs(turn - faces * step) < same_degrees)
            return IndexStep{static_cast<int>(faces) % sides, far};
    }
    return std::nullopt;
}

std::vector<Way<AngleWay>> angle_ways(const WayNeeds& needs, const AngleTask& task) {
    std::vector<Way<AngleWay>> ways = AngleMaker(needs, task).all();
    rank(ways, needs.within, needs.unit);
    return ways;
}

DrillJig drill_jig(Length stock, Length hole, const Estimates& estimates) {
    const Length wall = std::max(Length::mm(6.0), stock / 4.0);
    DrillJig jig;
    jig.block = Length::mm(std::ceil((stock + wall * 2.0).in_mm()));
    jig.bore = stock + Length::mm(0.02);
    jig.bushing_outside = Length::mm(std::ceil(hole.in_mm() + 2.0 * std::max(2.0, hole.in_mm() / 3.0)));
    const double saved = estimates.without_jig - estimates.use_jig;
    jig.pays_from = saved > 0.0 ? static_cast<int>(std::ceil(estimates.make_jig / saved)) : 0;
    return jig;
}

std::string in_words(TopWay way) {
    switch (way) {
    case TopWay::TouchBoth:
        return say("touch both sides and halve");
    case TopWay::TouchOne:
        return say("touch one side and go on");
    case TopWay::SkimmedFlat:
        return say("skim a narrow flat");
    case TopWay::FiledFlat:
        return say("file a narrow flat");
    case TopWay::Scribed:
        return say("scribe at axis height, end line upright");
    case TopWay::VeeAndFence:
        return say("vee block against a fence");
    case TopWay::Bushing:
        return say("bushing of the bar's diameter");
    case TopWay::Jig:
        return say("drill jig");
    case TopWay::Centred:
        break;
    }
    return say("centred in the table's chuck");
}

std::string in_words(AngleWay way) {
    switch (way) {
    case AngleWay::Table:
        return say("rotary table on its side");
    case AngleWay::ColletBlock:
        return say("collet block");
    case AngleWay::JawIndex:
        return say("the jaws of the chuck");
    case AngleWay::RodAndProtractor:
        return say("rod in the first hole, protractor");
    case AngleWay::RodHeights:
        return say("rod in the first hole, two heights");
    case AngleWay::EndLine:
        return say("second line across the end");
    case AngleWay::WrappedStrip:
        break;
    }
    return say("strip of paper round the bar");
}

} // namespace clockface
