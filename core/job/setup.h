// Set-ups: how the work is on a machine while part of it is done. A job has them in the order in which they are gone
// through.
#pragma once

#include "job/blank.h"
#include "job/holding_wishes.h"
#include "job/order_wishes.h"

#include <string>
#include <utility>
#include <variant>
#include <vector>

namespace clockface {

/// A machine of a shop: its id, which never changes, and its name as it was when it was chosen, so that a job that
/// comes into another shop can still be read. Where the id is not known the name counts.
struct MachineRef {
    std::string id, name;

    MachineRef() = default;
    MachineRef(std::string by_id, std::string called)
        : id(std::move(by_id))
        , name(std::move(called)) {}
    /// As a person says it: by name only.
    MachineRef(std::string called)
        : name(std::move(called)) {}
    MachineRef(const char* called)
        : name(called) {}

    [[nodiscard]] bool empty() const { return id.empty() && name.empty(); }
    bool operator==(const MachineRef&) const = default;
};

// What a set-up makes of the holes in its face. What one of them claims by name the others leave to it: handwork before
// cutters, cutters before patterns, patterns before the rest.

/// Everything nobody else claims.
struct TheRest {
    bool operator==(const TheRest&) const = default;
};
/// What is done by hand away from the machine: taps, hand reamers, burrs.
struct Handwork {
    bool operator==(const Handwork&) const = default;
};
/// The steps of these cutters, by name.
struct WithCutters {
    std::vector<std::string> cutters;
    bool operator==(const WithCutters&) const = default;
};
/// All steps of the holes of these patterns, by id.
struct OfPatterns {
    std::vector<int> patterns;
    bool operator==(const OfPatterns&) const = default;
};
using Operations = std::variant<TheRest, Handwork, WithCutters, OfPatterns>;

struct Setup {
    int id = 1;       ///< never changes, and is never given to another set-up of the job
    std::string name; ///< the user's; empty: called by its face
    Face up = Face::Top;
    MachineRef machine; ///< to work on; empty: the shop's first that suits
    Operations makes;
    OrderWishes order;
    HoldingWishes holding{};
    bool operator==(const Setup&) const = default;
};

} // namespace clockface
