// The cutters of a plan for a terminal: what to fetch, and what each hole is made with.
#pragma once

#include "cutting/depth_stack.h"
#include "plan/plan.h"

#include <string>

namespace clockface {

/// The list to fetch from the drawer, in order, then the chain of every kind of hole with its depths.
std::string cutters_to_text(const Job& job, const Plan& plan);
std::string cutters_to_json(const Job& job, const Plan& plan);

/// For every kind of hole that would want something the drawer has not: what it is, what is owned instead, and what
/// that comes to.
std::vector<std::string> not_in_drawer(const Plan& plan);

/// "A1 to A4", "A1, A3 and B2": the holes of a chain, in one set-up or in the whole job.
std::string holes_of_chain(const SetupPlan& plan, int chain);
std::string holes_of_chain(const Plan& plan, int chain);
/// "4.2 mm drill: tip 16.3 mm deep, 1180 turns a minute, 85 mm a minute, 3 pecks of 5.4 mm, cutting oil".
std::string step_in_words(const CutStep& step, Unit unit);
/// The depths of a hole, told apart: one sentence each.
std::vector<std::string> depths_in_words(const DepthStack& stack, Unit unit);

} // namespace clockface
