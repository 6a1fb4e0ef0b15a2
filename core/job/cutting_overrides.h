// What the user has said about how a kind of hole is cut, where that differs from what the program would do.
#pragma once

#include "measure/length.h"

#include <map>
#include <optional>
#include <string>
#include <vector>

namespace clockface {

/// About one step of a chain.
struct StepWish {
    std::optional<std::string> cutter{}; ///< by its name
    bool skipped = false;
    std::optional<double> rpm{};
    std::optional<Length> depth{}; ///< of the tip, below the face
    std::optional<Length> peck{};  ///< depth of one peck
    bool one_go = false;           ///< no pecks at all
    bool operator==(const StepWish&) const = default;
};

/// A further step with a cutter of the user's own choice.
struct AddedStep {
    std::string after; ///< name of the step it follows; empty: it comes first
    std::string cutter;
    std::optional<Length> depth{}; ///< of the tip; nothing: as deep as the hole
    bool operator==(const AddedStep&) const = default;
};

struct CuttingOverrides {
    std::map<std::string, StepWish> steps{}; ///< by the step's name: "start", "pilot 1", "drill", "tap 2"
    std::vector<AddedStep> added{};
    bool locked = false; ///< the chain is the steps named here and nothing else, whatever the drawer holds
    bool operator==(const CuttingOverrides&) const = default;
};

} // namespace clockface
