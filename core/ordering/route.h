// Makes the instruction list for one machine.
#pragma once

#include "holding/held.h"
#include "job/job.h"
#include "layout/pattern.h"
#include "ordering/instruction.h"
#include "ordering/work_order.h"

namespace clockface {

/// What an instruction list is made from. References must outlive the call.
struct RouteNeeds {
    const Job& job;
    const std::vector<Hole>& holes;
    const WorkOrder& work;
    const std::vector<int>& order; ///< holes in the order in which each is first come to
    const RoundKit& kit;
    const CutterList& cutters;
    const Room& room;
    const Machine& machine;
    const Estimates& estimates;
    const Held& held;
};

// One maker for each kind of machine. All figures are rounded once, from the absolute place; moves are differences of
// rounded absolutes, so nothing accumulates.
Route make_route(const RouteNeeds& needs, const Handwheels& machine);
Route make_route(const RouteNeeds& needs, const Readout& machine);
Route make_route(const RouteNeeds& needs, const RotaryTable& machine);
Route make_route(const RouteNeeds& needs, const LayoutBench& machine);
Route make_route(const RouteNeeds& needs, const DrillPress& machine);
Route make_route(const RouteNeeds& needs, const MarksAcross& machine);

/// The point of the work that sits on the middle of a rotary table, from the datum: the centre of the first circle or
/// arc, or zero where there is none.
Point table_centre(const Job& job);

/// The list for a machine, with its name in it.
Route make_route(const RouteNeeds& needs, const Machine& machine);

/// A short text that changes whenever any field of any instruction does.
std::string fingerprint(const Route& route);

} // namespace clockface
