#include "shop/estimates.h"

#include <fmt/format.h>
#include <iterator>

namespace clockface {

namespace {

// Where the figures are from.
constexpr std::string_view repeats = "common figure, one standard deviation on each axis: with a spotted drill "
                                     "nineteen holes in twenty then lie within what the method is known to reach",
                           at_worst = "common figure, at worst", nineteen = "common figure, nineteen times in twenty",
                           each_piece = "common figure, for each piece", once = "common figure, once for all pieces",
                           moves = "common figure; it decides between orders of work, not what to charge";

} // namespace

const std::vector<EstimateLine>& estimate_lines() {
    static const std::vector<EstimateLine> lines = {
        {"wheels_zero", "zero picked up on a mill with handwheels", "mm", repeats, &Estimates::wheels_zero},
        {"readout_zero", "zero picked up on a mill with a readout", "mm", repeats, &Estimates::readout_zero},
        {"table_zero", "the work centred on a rotary table", "mm", repeats, &Estimates::table_zero},
        {"layout_zero", "a height gauge set to the edge of the work", "mm", repeats, &Estimates::layout_zero},
        {"press_zero", "the work laid against fence and stop", "mm", repeats, &Estimates::press_zero},
        {"set_to_line", "a dial brought to its line", "of a line", repeats, &Estimates::set_to_line},
        {"set_to_count", "a slide brought to the figure of a readout", "of a step", repeats, &Estimates::set_to_count},
        {"set_to_gauge", "a height gauge set to a figure", "of a step", repeats, &Estimates::set_to_gauge},
        {"press_set", "fence or stop set with packing", "mm", repeats, &Estimates::press_set},
        {"backlash_left", "what taking up backlash leaves of it", "of the backlash",
         "common figure, one standard deviation", &Estimates::backlash_left},
        {"lock_jump_varies", "how much a slide's jump differs from one tightening to the next", "of the jump",
         "common figure, one standard deviation", &Estimates::lock_jump_varies},
        {"punched", "a punch mark beside the crossing of its lines", "mm", repeats, &Estimates::punched},
        {"punched_across", "a mark taken across from an old part", "mm", repeats, &Estimates::punched_across},
        {"wander_in_spot", "a drill that follows a spot", "mm",
         "common figure, one standard deviation on each axis, in mild steel; other metals by their own factor",
         &Estimates::wander_in_spot},
        {"wander_bare", "a drill without a spot", "mm for each diameter it stands out",
         "common figure, nineteen times in twenty, in mild steel; other metals by their own factor",
         &Estimates::wander_bare},
        {"split_wanders", "a split point without a spot", "times as much", "common figure", &Estimates::split_wanders},
        {"pins_allow", "what a hole with a fit may stand beside its place, where nothing is said", "mm",
         "common figure: a pin in an H7 hole has a few hundredths of play", &Estimates::pins_allow},
        {"made_within", "a hole of the copy, made with care on any machine", "mm",
         "common figure, one standard deviation on each axis", &Estimates::made_within},
        {"felt_punch", "a punch felt into a crossing of lines on a bar", "mm", at_worst, &Estimates::felt_punch},
        {"bright_strip", "the middle of a skimmed strip by eye", "mm", at_worst, &Estimates::bright_strip},
        {"filed_strip", "the middle of a filed strip by eye", "mm", at_worst, &Estimates::filed_strip},
        {"block_true", "a vee's middle against half the width of its block", "mm", at_worst, &Estimates::block_true},
        {"stock_as_bought", "the radius of bar that nobody measured", "mm", at_worst, &Estimates::stock_as_bought},
        {"stock_measured", "the radius of bar as measured", "mm", at_worst, &Estimates::stock_measured},
        {"bored_bushing", "play of a bushing bored for the bar", "mm", at_worst, &Estimates::bored_bushing},
        {"drill_in_bushing", "the drill in its bushing, and the bushing in the jaws", "mm", at_worst,
         &Estimates::drill_in_bushing},
        {"jig_true", "a drill jig", "mm", at_worst, &Estimates::jig_true},
        {"chuck_true", "a bar centred in the table's chuck with an indicator", "mm", at_worst, &Estimates::chuck_true},
        {"rule_read", "a length read off a rule or a paper strip", "mm", at_worst, &Estimates::rule_read},
        {"rod_play", "play of a rod in its hole, over the length that is in", "mm", at_worst, &Estimates::rod_play},
        {"square_lean", "an end line set upright against a square", "degrees", at_worst, &Estimates::square_lean},
        {"index_true", "the faces of a collet block", "degrees", at_worst, &Estimates::index_true},
        {"jaws_true", "the jaws of a chuck as an index", "degrees", at_worst, &Estimates::jaws_true},
        {"protractor_held", "a protractor laid along a line or a rod", "degrees", at_worst,
         &Estimates::protractor_held},
        {"punch_wanders", "a transfer punch's mark beside the punch", "mm", nineteen, &Estimates::punch_wanders},
        {"ring_by_eye", "the middle of a scribed ring by eye", "mm", nineteen, &Estimates::ring_by_eye},
        {"ink_by_eye", "the middle of an inked ring by eye", "mm", nineteen, &Estimates::ink_by_eye},
        {"thread_play", "a transfer screw in its thread", "mm", nineteen, &Estimates::thread_play},
        {"plug_point", "the point of a plug beside its middle", "mm", nineteen, &Estimates::plug_point},
        {"cone_point", "a coned punch in the edge of a hole", "mm", nineteen, &Estimates::cone_point},
        {"guided_drill", "a drill guided by the old part's hole", "mm", nineteen, &Estimates::guided_drill},
        {"glue_shift", "parts glued on each other", "mm", nineteen, &Estimates::glue_shift},
        {"touch_both", "touching both sides of a bar and halving", "minutes", each_piece, &Estimates::touch_both},
        {"touch_one", "touching one side of a bar and going on", "minutes", each_piece, &Estimates::touch_one},
        {"skim_flat", "skimming a narrow flat", "minutes", each_piece, &Estimates::skim_flat},
        {"file_flat", "filing a narrow flat", "minutes", each_piece, &Estimates::file_flat},
        {"scribe_top", "scribing at axis height, the end line upright", "minutes", each_piece, &Estimates::scribe_top},
        {"vee_and_fence", "laying a bar in a vee block against a fence", "minutes", each_piece,
         &Estimates::vee_and_fence},
        {"use_bushing", "gripping bar and bushing", "minutes", each_piece, &Estimates::use_bushing},
        {"use_jig", "laying a bar into its jig", "minutes", each_piece, &Estimates::use_jig},
        {"centred_bar", "touching a centred bar", "minutes", each_piece, &Estimates::centred_bar},
        {"turn_table", "turning a rotary table to an angle", "minutes", each_piece, &Estimates::turn_table},
        {"turn_index", "laying a collet block on, or bringing the next jaw to the stop", "minutes", each_piece,
         &Estimates::turn_index},
        {"rod_and_protractor", "turning a bar by rod and protractor", "minutes", each_piece,
         &Estimates::rod_and_protractor},
        {"rod_heights", "turning a bar by a rod and two heights", "minutes", each_piece, &Estimates::rod_heights},
        {"end_line", "turning a bar by a second line across its end", "minutes", each_piece, &Estimates::end_line},
        {"wrapped_strip", "marking an angle with a strip round the bar", "minutes", each_piece,
         &Estimates::wrapped_strip},
        {"without_jig", "a hole without a drill jig", "minutes", each_piece, &Estimates::without_jig},
        {"bore_bushing", "boring a bushing for the bar", "minutes", once, &Estimates::bore_bushing},
        {"make_jig", "making a drill jig", "minutes", once, &Estimates::make_jig},
        {"centre_bar", "centring a bar in the table's chuck with an indicator", "minutes", once,
         &Estimates::centre_bar},
        {"a_turn", "a turn of a handwheel", "s", moves, &Estimates::a_turn},
        {"a_touch", "unlocking a slide, reading it and locking it", "s", moves, &Estimates::a_touch},
        {"a_mm", "cranking along with a readout", "s a mm", moves, &Estimates::a_mm},
        {"a_setting", "setting fence, stop, gauge or dividers", "s", moves, &Estimates::a_setting},
        {"a_mark", "finding a punch mark and bringing it under the spindle", "s", moves, &Estimates::a_mark},
        {"pushed_mm", "pushing the work from mark to mark", "s a mm", moves, &Estimates::pushed_mm},
        {"key_circle", "keying a circle into a readout", "s", moves, &Estimates::key_circle},
        {"key_row", "keying a row into a readout", "s", moves, &Estimates::key_row},
        {"a_scribed_line", "setting the gauge for a line, or the bar for scribing; scribing it along or across the bar",
         "s", moves, &Estimates::a_scribed_line},
        {"a_crossing", "scribing one line, or striking one chord", "s", moves, &Estimates::a_crossing},
        {"strike_circle", "setting dividers for a circle", "s", moves, &Estimates::strike_circle},
        {"circle_each", "striking it", "s", moves, &Estimates::circle_each},
        {"prick", "pricking a centre", "s", moves, &Estimates::prick},
        {"look_at_mark", "looking at a mark through a magnifier", "s", moves, &Estimates::look_at_mark},
        {"compare_marks", "measuring from mark to mark", "s", moves, &Estimates::compare_marks},
        {"check_place", "measuring a place from the edges", "s", moves, &Estimates::check_place},
        {"touch_lightly", "touching lightly with the drill", "s", moves, &Estimates::touch_lightly},
        {"mark_across", "taking a mark across from the old part", "s", moves, &Estimates::mark_across},
        {"find_zero", "picking up zero with care", "s", moves, &Estimates::find_zero},
        {"centre_table", "centring table and work", "s", moves, &Estimates::centre_table},
        {"zero_here", "setting the display to nought where it stands", "s", moves, &Estimates::zero_here},
        {"turn_bar", "turning a bar and clamping it", "s", moves, &Estimates::turn_bar},
        {"lay_old_part", "laying an old part on and clamping it", "s", moves, &Estimates::lay_old_part},
        {"approach", "bringing the drill down to the work", "s", moves, &Estimates::approach},
        {"unknown_cut", "a hole of which no chain of cutters is known", "s", moves, &Estimates::unknown_cut},
        {"other_move", "any other move", "s", moves, &Estimates::other_move},
        {"change_cutter", "changing the cutter", "minutes", "common figure, until the shop says it",
         &Estimates::change_cutter},
        {"by_hand", "going to a hole with a tool in the hand, and back", "minutes", "common figure",
         &Estimates::by_hand},
        {"a_thread", "tapping by hand", "minutes a turn", "common figure", &Estimates::a_thread},
        {"a_peck", "drawing a drill out and going back", "minutes", "common figure", &Estimates::a_peck},
        {"feed_from", "feeding begins this far above the face", "mm", "common figure", &Estimates::feed_from},
        {"alike_minutes", "machines as quick as that are equally quick", "minutes",
         "common figure: times are estimates", &Estimates::alike_minutes},
        {"alike_share", "or as that, whichever is more", "of the time", "common figure: times are estimates",
         &Estimates::alike_share},
    };
    return lines;
}

double value_of(const Estimates& estimates, const EstimateLine& line) {
    struct InItsUnit {
        const Estimates& of;
        double operator()(Length Estimates::*figure) const { return (of.*figure).in_mm(); }
        double operator()(Angle Estimates::*figure) const { return (of.*figure).in_degrees(); }
        double operator()(double Estimates::*figure) const { return of.*figure; }
    };
    return std::visit(InItsUnit{estimates}, line.figure);
}

Estimates scaled(Estimates estimates, const EstimateLine& line, double times) {
    std::visit([&](auto figure) { estimates.*figure = estimates.*figure * times; }, line.figure);
    return estimates;
}

std::string in_words(const Estimates& estimates) {
    std::string out = "| Figure | Value | Unit | Source |\n|---|---|---|---|\n";
    for (const EstimateLine& line : estimate_lines())
        fmt::format_to(std::back_inserter(out), "| {} | {:.3g} | {} | {} |\n", line.what, value_of(estimates, line),
                       line.unit, line.source);
    return out;
}

} // namespace clockface
