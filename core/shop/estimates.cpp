#include "shop/estimates.h"

#include "words/say.h"

#include <fmt/format.h>
#include <iterator>

namespace clockface {

namespace {

// Where the figures are from.
constexpr std::string_view repeats =
                               later("common figure, one standard deviation on each axis: with a spotted drill "
                                     "nineteen holes in twenty then lie within what the method is known to reach"),
                           at_worst = later("common figure, at worst"),
                           nineteen = later("common figure, nineteen times in twenty"),
                           each_piece = later("common figure, for each piece"),
                           once = later("common figure, once for all pieces"),
                           moves = later("common figure; it decides between orders of work, not what to charge");

} // namespace

const std::vector<EstimateLine>& estimate_lines() {
    static const std::vector<EstimateLine> lines = {
        {"wheels_zero", later("zero picked up on a mill with handwheels"), later("mm"), repeats,
         &Estimates::wheels_zero},
        {"readout_zero", later("zero picked up on a mill with a readout"), later("mm"), repeats,
         &Estimates::readout_zero},
        {"table_zero", later("the work centred on a rotary table"), later("mm"), repeats, &Estimates::table_zero},
        {"layout_zero", later("a height gauge set to the edge of the work"), later("mm"), repeats,
         &Estimates::layout_zero},
        {"press_zero", later("the work laid against fence and stop"), later("mm"), repeats, &Estimates::press_zero},
        {"set_to_line", later("a dial brought to its line"), later("of a line"), repeats, &Estimates::set_to_line},
        {"set_to_count", later("a slide brought to the figure of a readout"), later("of a step"), repeats,
         &Estimates::set_to_count},
        {"set_to_gauge", later("a height gauge set to a figure"), later("of a step"), repeats,
         &Estimates::set_to_gauge},
        {"press_set", later("fence or stop set with packing"), later("mm"), repeats, &Estimates::press_set},
        {"backlash_left", later("what taking up backlash leaves of it"), later("of the backlash"),
         later("common figure, one standard deviation"), &Estimates::backlash_left},
        {"lock_jump_varies", later("how much a slide's jump differs from one tightening to the next"),
         later("of the jump"), later("common figure, one standard deviation"), &Estimates::lock_jump_varies},
        {"indicated", later("the middle of a bore or rim, by an indicator"), later("mm"), repeats,
         &Estimates::indicated},
        {"pin_in_hole", later("the middle of a hole, by a pin that fits it"), later("mm"), repeats,
         &Estimates::pin_in_hole},
        {"seen_cross", later("a crossing of scribed lines, by eye"), later("mm"), repeats, &Estimates::seen_cross},
        {"punched", later("a punch mark beside the crossing of its lines"), later("mm"), repeats, &Estimates::punched},
        {"punched_across", later("a mark taken across from an old part"), later("mm"), repeats,
         &Estimates::punched_across},
        {"wander_in_spot", later("a drill that follows a spot"), later("mm"),
         later("common figure, one standard deviation on each axis, in mild steel; other metals by their own factor"),
         &Estimates::wander_in_spot},
        {"wander_bare", later("a drill without a spot"), later("mm for each diameter it stands out"),
         later("common figure, nineteen times in twenty, in mild steel; other metals by their own factor"),
         &Estimates::wander_bare},
        {"split_wanders", later("a split point without a spot"), later("times as much"), later("common figure"),
         &Estimates::split_wanders},
        {"pins_allow", later("what a hole with a fit may stand beside its place, where nothing is said"), later("mm"),
         later("common figure: a pin in an H7 hole has a few hundredths of play"), &Estimates::pins_allow},
        {"made_within", later("a hole of the copy, made with care on any machine"), later("mm"),
         later("common figure, one standard deviation on each axis"), &Estimates::made_within},
        {"felt_punch", later("a punch felt into a crossing of lines on a bar"), later("mm"), at_worst,
         &Estimates::felt_punch},
        {"bright_strip", later("the middle of a skimmed strip by eye"), later("mm"), at_worst,
         &Estimates::bright_strip},
        {"filed_strip", later("the middle of a filed strip by eye"), later("mm"), at_worst, &Estimates::filed_strip},
        {"block_true", later("a vee's middle against half the width of its block"), later("mm"), at_worst,
         &Estimates::block_true},
        {"stock_as_bought", later("the radius of bar that nobody measured"), later("mm"), at_worst,
         &Estimates::stock_as_bought},
        {"stock_measured", later("the radius of bar as measured"), later("mm"), at_worst, &Estimates::stock_measured},
        {"bored_bushing", later("play of a bushing bored for the bar"), later("mm"), at_worst,
         &Estimates::bored_bushing},
        {"drill_in_bushing", later("the drill in its bushing, and the bushing in the jaws"), later("mm"), at_worst,
         &Estimates::drill_in_bushing},
        {"jig_true", later("a drill jig"), later("mm"), at_worst, &Estimates::jig_true},
        {"chuck_true", later("a bar centred in the table's chuck with an indicator"), later("mm"), at_worst,
         &Estimates::chuck_true},
        {"rule_read", later("a length read off a rule or a paper strip"), later("mm"), at_worst, &Estimates::rule_read},
        {"rod_play", later("play of a rod in its hole, over the length that is in"), later("mm"), at_worst,
         &Estimates::rod_play},
        {"square_lean", later("an end line set upright against a square"), later("degrees"), at_worst,
         &Estimates::square_lean},
        {"index_true", later("the faces of a collet block"), later("degrees"), at_worst, &Estimates::index_true},
        {"jaws_true", later("the jaws of a chuck as an index"), later("degrees"), at_worst, &Estimates::jaws_true},
        {"protractor_held", later("a protractor laid along a line or a rod"), later("degrees"), at_worst,
         &Estimates::protractor_held},
        {"punch_wanders", later("a transfer punch's mark beside the punch"), later("mm"), nineteen,
         &Estimates::punch_wanders},
        {"ring_by_eye", later("the middle of a scribed ring by eye"), later("mm"), nineteen, &Estimates::ring_by_eye},
        {"ink_by_eye", later("the middle of an inked ring by eye"), later("mm"), nineteen, &Estimates::ink_by_eye},
        {"thread_play", later("a transfer screw in its thread"), later("mm"), nineteen, &Estimates::thread_play},
        {"plug_point", later("the point of a plug beside its middle"), later("mm"), nineteen, &Estimates::plug_point},
        {"cone_point", later("a coned punch in the edge of a hole"), later("mm"), nineteen, &Estimates::cone_point},
        {"guided_drill", later("a drill guided by the old part's hole"), later("mm"), nineteen,
         &Estimates::guided_drill},
        {"glue_shift", later("parts glued on each other"), later("mm"), nineteen, &Estimates::glue_shift},
        {"touch_both", later("touching both sides of a bar and halving"), later("minutes"), each_piece,
         &Estimates::touch_both},
        {"touch_one", later("touching one side of a bar and going on"), later("minutes"), each_piece,
         &Estimates::touch_one},
        {"skim_flat", later("skimming a narrow flat"), later("minutes"), each_piece, &Estimates::skim_flat},
        {"file_flat", later("filing a narrow flat"), later("minutes"), each_piece, &Estimates::file_flat},
        {"scribe_top", later("scribing at axis height, the end line upright"), later("minutes"), each_piece,
         &Estimates::scribe_top},
        {"vee_and_fence", later("laying a bar in a vee block against a fence"), later("minutes"), each_piece,
         &Estimates::vee_and_fence},
        {"use_bushing", later("gripping bar and bushing"), later("minutes"), each_piece, &Estimates::use_bushing},
        {"use_jig", later("laying a bar into its jig"), later("minutes"), each_piece, &Estimates::use_jig},
        {"centred_bar", later("touching a centred bar"), later("minutes"), each_piece, &Estimates::centred_bar},
        {"turn_table", later("turning a rotary table to an angle"), later("minutes"), each_piece,
         &Estimates::turn_table},
        {"turn_index", later("laying a collet block on, or bringing the next jaw to the stop"), later("minutes"),
         each_piece, &Estimates::turn_index},
        {"rod_and_protractor", later("turning a bar by rod and protractor"), later("minutes"), each_piece,
         &Estimates::rod_and_protractor},
        {"rod_heights", later("turning a bar by a rod and two heights"), later("minutes"), each_piece,
         &Estimates::rod_heights},
        {"end_line", later("turning a bar by a second line across its end"), later("minutes"), each_piece,
         &Estimates::end_line},
        {"wrapped_strip", later("marking an angle with a strip round the bar"), later("minutes"), each_piece,
         &Estimates::wrapped_strip},
        {"without_jig", later("a hole without a drill jig"), later("minutes"), each_piece, &Estimates::without_jig},
        {"bore_bushing", later("boring a bushing for the bar"), later("minutes"), once, &Estimates::bore_bushing},
        {"make_jig", later("making a drill jig"), later("minutes"), once, &Estimates::make_jig},
        {"centre_bar", later("centring a bar in the table's chuck with an indicator"), later("minutes"), once,
         &Estimates::centre_bar},
        {"a_turn", later("a turn of a handwheel"), later("s"), moves, &Estimates::a_turn},
        {"a_touch", later("unlocking a slide, reading it and locking it"), later("s"), moves, &Estimates::a_touch},
        {"a_mm", later("cranking along with a readout"), later("s a mm"), moves, &Estimates::a_mm},
        {"a_setting", later("setting fence, stop, gauge or dividers"), later("s"), moves, &Estimates::a_setting},
        {"a_mark", later("finding a punch mark and bringing it under the spindle"), later("s"), moves,
         &Estimates::a_mark},
        {"pushed_mm", later("pushing the work from mark to mark"), later("s a mm"), moves, &Estimates::pushed_mm},
        {"key_circle", later("keying a circle into a readout"), later("s"), moves, &Estimates::key_circle},
        {"key_row", later("keying a row into a readout"), later("s"), moves, &Estimates::key_row},
        {"a_scribed_line",
         later("setting the gauge for a line, or the bar for scribing; scribing it along or across the bar"),
         later("s"), moves, &Estimates::a_scribed_line},
        {"a_crossing", later("scribing one line, or striking one chord"), later("s"), moves, &Estimates::a_crossing},
        {"strike_circle", later("setting dividers for a circle"), later("s"), moves, &Estimates::strike_circle},
        {"circle_each", later("striking it"), later("s"), moves, &Estimates::circle_each},
        {"prick", later("pricking a centre"), later("s"), moves, &Estimates::prick},
        {"look_at_mark", later("looking at a mark through a magnifier"), later("s"), moves, &Estimates::look_at_mark},
        {"compare_marks", later("measuring from mark to mark"), later("s"), moves, &Estimates::compare_marks},
        {"check_place", later("measuring a place from the edges"), later("s"), moves, &Estimates::check_place},
        {"touch_lightly", later("touching lightly with the drill"), later("s"), moves, &Estimates::touch_lightly},
        {"mark_across", later("taking a mark across from the old part"), later("s"), moves, &Estimates::mark_across},
        {"find_zero", later("picking up zero with care"), later("s"), moves, &Estimates::find_zero},
        {"centre_table", later("centring table and work"), later("s"), moves, &Estimates::centre_table},
        {"zero_here", later("setting the display to nought where it stands"), later("s"), moves, &Estimates::zero_here},
        {"turn_bar", later("turning a bar and clamping it"), later("s"), moves, &Estimates::turn_bar},
        {"lay_old_part", later("laying an old part on and clamping it"), later("s"), moves, &Estimates::lay_old_part},
        {"load_piece", later("putting a piece against stop and jaw, tightening, and taking it out"), later("s"), moves,
         &Estimates::load_piece},
        {"approach", later("bringing the drill down to the work"), later("s"), moves, &Estimates::approach},
        {"unknown_cut", later("a hole of which no chain of cutters is known"), later("s"), moves,
         &Estimates::unknown_cut},
        {"other_move", later("any other move"), later("s"), moves, &Estimates::other_move},
        {"change_cutter", later("changing the cutter"), later("minutes"),
         later("common figure, until the shop says it"), &Estimates::change_cutter},
        {"by_hand", later("going to a hole with a tool in the hand, and back"), later("minutes"),
         later("common figure"), &Estimates::by_hand},
        {"a_thread", later("tapping by hand"), later("minutes a turn"), later("common figure"), &Estimates::a_thread},
        {"a_peck", later("drawing a drill out and going back"), later("minutes"), later("common figure"),
         &Estimates::a_peck},
        {"feed_from", later("feeding begins this far above the face"), later("mm"), later("common figure"),
         &Estimates::feed_from},
        {"alike_minutes", later("machines as quick as that are equally quick"), later("minutes"),
         later("common figure: times are estimates"), &Estimates::alike_minutes},
        {"alike_share", later("or as that, whichever is more"), later("of the time"),
         later("common figure: times are estimates"), &Estimates::alike_share},
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
