// How much of everything there may be: one place for what is typed, what is imported and what is read from files, so
// that whatever can be made can also be saved and read back. Texts are counted in bytes of UTF-8.
#pragma once

#include "measure/length.h"

#include <cstddef>

namespace clockface::limits {

// Texts. None of them has a line break or another sign that cannot be printed.
inline constexpr std::size_t pattern_name = 12; ///< it stands beside its holes on the board
inline constexpr std::size_t old_hole_name = 24;
inline constexpr std::size_t name = 80;   ///< of a machine, a cutter, something on the blank, a step
inline constexpr std::size_t label = 80;  ///< of a hole: its thread or fit; a cutter's size
inline constexpr std::size_t text = 2000; ///< title, what it is for, metal, remark

// What is typed or stands in a table as one figure, one angle, one callout, and a list of them.
inline constexpr std::size_t figure = 200;
inline constexpr std::size_t callout = 20'000;
inline constexpr std::size_t list_of_figures = 20'000;

// Jobs.
inline constexpr int holes_in_pattern = 10'000;
inline constexpr int holes_in_job = 20'000;
inline constexpr int patterns = 500;
inline constexpr int pieces = 100'000;
inline constexpr std::size_t setups = 100;
inline constexpr int ids = 100'000'000;         ///< of patterns and set-ups
inline constexpr std::size_t zero_touches = 24; ///< that a lost zero is found again by
inline constexpr std::size_t events = 60'000;   ///< in the logs of all pieces together: a file of about 20 MB
inline constexpr std::size_t corners = 200;     ///< of an outline; shoulders and flats of a bar
inline constexpr std::size_t existing = 500;    ///< things that are on the blank already
inline constexpr int pieces_of_a_bar = 500;
inline constexpr std::size_t wished_steps = 100;   ///< of one kind of hole
inline constexpr std::size_t gauge_readings = 200; ///< noted while one set-up is adjusted
inline constexpr int touches = 20;                 ///< of one face, whose mean counts
inline constexpr Length size = Length::mm(20'000.0);

// An old part. Its sketch has any scale; its readings are taken by hand.
inline constexpr std::size_t old_holes = 300, old_edges = 20, old_readings = 3000, designs = 100;
inline constexpr std::size_t old_part_lines = 4'000;
inline constexpr Length reading = Length::mm(10'000.0);

// A shop.
inline constexpr std::size_t machines = 40;
inline constexpr std::size_t holdings = 100; ///< vises, pairs of parallels, boards, finders, each
inline constexpr std::size_t cutters = 1000; ///< singles; sets, taps and sizes missing from a set as well
inline constexpr std::size_t drawer = 500;   ///< rods, packing, punches, steps of a spindle …
inline constexpr std::size_t index_plates = 40, circles_on_a_plate = 40;

// Foreign tables and drawings.
inline constexpr std::size_t columns = 200;
inline constexpr std::size_t table_line = 20'000;    ///< letters in one line
inline constexpr int looked_at_in_drawing = 200'000; ///< circles, points and inserted blocks, repeats counted

} // namespace clockface::limits
