// Who makes what: the set-ups of one face share the steps of its holes out among them.
#pragma once

#include "cutting/chain.h"
#include "job/job.h"
#include "shop/shop.h"

#include <vector>

namespace clockface {

/// The set-ups that have this face up, in the order of the job.
std::vector<const Setup*> setups_of(const Job& job, Face face);

/// The set-up whose machine and spindle the chain of a pattern's holes is made for: the one that claims the pattern, or
/// the one that makes the rest, or the first. Requires at least one.
const Setup& cut_in(const std::vector<const Setup*>& of_face, int pattern);

/// The set-up that makes one step of a hole of this pattern, or the hole as a whole (no step): handwork before named
/// cutters, these before named patterns, these before the rest; the first of those that claim it. nullptr: none does.
const Setup* maker_of(const std::vector<const Setup*>& of_face, int pattern, const CutStep* step);

/// The job with each set-up's machine named by its id too, where the shop knows it by name: old files have only names.
Job with_machines_of(Job job, const Shop& shop);

/// Whether a step can be done by hand away from the machine: what the chain does by hand, taps and burrs.
bool is_handwork(const CutStep& step);

} // namespace clockface
