// Every guessed figure in one value: what machines and hands repeat to, what ways of marking and of standing over an
// axis miss by, and how long things take. Whatever guesses takes it as an argument. A fresh one holds the common
// figures of the bench; what depends on the metal (how far a drill wanders in it, how much over size it cuts) stands
// with the metals, in data/materials.csv, and what a machine repeats to can be said in the shop.
#pragma once

#include "measure/angle.h"
#include "measure/length.h"

#include <string>
#include <string_view>
#include <variant>
#include <vector>

namespace clockface {

struct Estimates {
    // What a machine and its user repeat to: one standard deviation on each axis.
    Length wheels_zero = Length::mm(0.015), readout_zero = Length::mm(0.012), table_zero = Length::mm(0.02),
           layout_zero = Length::mm(0.01), press_zero = Length::mm(0.03);
    double set_to_line = 0.3, set_to_count = 0.6, set_to_gauge = 0.8; // shares of a line, of a step of the display
    Length press_set = Length::mm(0.04);
    double backlash_left = 0.04, lock_jump_varies = 0.3; // shares of the backlash, of the jump
    Length indicated = Length::mm(0.01), pin_in_hole = Length::mm(0.02), seen_cross = Length::mm(0.15);
    Length punched = Length::mm(0.045), punched_across = Length::mm(0.08);

    // Where a drill starts: one standard deviation in a spot; without one, nineteen times in twenty.
    Length wander_in_spot = Length::mm(0.015), wander_bare = Length::mm(0.03);
    double split_wanders = 0.6;
    Length pins_allow = Length::mm(0.05), made_within = Length::mm(0.03);

    // What ways of standing over the axis of a bar, and of bringing it to an angle, miss by.
    Length felt_punch = Length::mm(0.15), bright_strip = Length::mm(0.05), filed_strip = Length::mm(0.15),
           block_true = Length::mm(0.03), stock_as_bought = Length::mm(0.05), stock_measured = Length::mm(0.01),
           bored_bushing = Length::mm(0.02), drill_in_bushing = Length::mm(0.04), jig_true = Length::mm(0.05),
           chuck_true = Length::mm(0.02), rule_read = Length::mm(0.3), rod_play = Length::mm(0.02);
    Angle square_lean = Angle::degrees(0.15), index_true = Angle::degrees(0.03), jaws_true = Angle::degrees(0.25),
          protractor_held = Angle::degrees(0.2);

    // What ways of getting a place across from an old part miss by, nineteen times in twenty.
    Length punch_wanders = Length::mm(0.05), ring_by_eye = Length::mm(0.25), ink_by_eye = Length::mm(0.3),
           thread_play = Length::mm(0.1), plug_point = Length::mm(0.1), cone_point = Length::mm(0.08),
           guided_drill = Length::mm(0.03), glue_shift = Length::mm(0.02);

    // Minutes for each piece, by the way of standing over the axis or of setting the angle; and once, for an aid.
    double touch_both = 3.0, touch_one = 2.0, skim_flat = 5.0, file_flat = 4.0, scribe_top = 8.0, vee_and_fence = 5.0,
           use_bushing = 4.0, use_jig = 1.5, centred_bar = 2.0, turn_table = 1.0, turn_index = 1.0,
           rod_and_protractor = 3.0, rod_heights = 4.0, end_line = 5.0, wrapped_strip = 4.0, without_jig = 5.0;
    double bore_bushing = 25.0, make_jig = 110.0, centre_bar = 12.0;

    // Seconds, move by move.
    double a_turn = 1.0, a_touch = 4.0, a_mm = 0.35, a_setting = 30.0, a_mark = 8.0, pushed_mm = 0.02;
    double key_circle = 40.0, key_row = 35.0, a_scribed_line = 15.0, a_crossing = 3.0, strike_circle = 25.0,
           circle_each = 5.0, prick = 20.0, look_at_mark = 6.0, compare_marks = 15.0, check_place = 30.0,
           touch_lightly = 5.0, mark_across = 25.0, find_zero = 240.0, centre_table = 480.0, zero_here = 2.0,
           turn_bar = 120.0, lay_old_part = 240.0, load_piece = 20.0, approach = 4.0, unknown_cut = 45.0,
           other_move = 10.0;
    // Minutes, and millimetres of feed, at each hole.
    double change_cutter = 1.5, by_hand = 0.5, a_thread = 0.04, a_peck = 2.0 / 60.0;
    Length feed_from = Length::mm(2.0);

    // Times are known no better than this: machines as quick as that are equally quick.
    double alike_minutes = 2.0, alike_share = 0.1;

    bool operator==(const Estimates&) const = default;
};

/// One line of the table: the figure's name in this program, what it is, what it is counted in, and where it is from.
struct EstimateLine {
    std::string_view name, what, unit, source;
    std::variant<Length Estimates::*, Angle Estimates::*, double Estimates::*> figure;
};

/// A line for every figure, in the order of the fields.
const std::vector<EstimateLine>& estimate_lines();

/// The value of a line, in its unit; and the same figures with that one `times` as large.
double value_of(const Estimates& estimates, const EstimateLine& line);
Estimates scaled(Estimates estimates, const EstimateLine& line, double times);

/// The table as Markdown.
std::string in_words(const Estimates& estimates);

} // namespace clockface
