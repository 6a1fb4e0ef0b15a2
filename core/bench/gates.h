// What the Bench asks where people get hurt or parts are lost. A gate is no step more: it stands on a card, and that
// card is done by the gate's own answer only.
#pragma once

#include "bench/cards.h"
#include "shop/customs.h"

#include <optional>
#include <string>

namespace clockface {

struct Gate {
    GateKind kind = GateKind::HeldKeyOut;
    std::string question; ///< plain sentences
    std::string answer;   ///< "Held, key out"
    char key = 'K';       ///< that gives it; no key of another gate, and none that means done
    bool operator==(const Gate&) const = default;
};

/// What is asked at the next task of a list; nothing where it is done without asking. The seat is asked for where the
/// list begins, holding and key at every change of cutter, a beginner's slides at every cut of the machine, a measure
/// at every check of a place, and whether holes are through before the first far side.
std::optional<Gate> gate_at(const Job& job, const SetupPlan& plan, const Customs& customs, const BenchState& state,
                            CardSize size);
/// What is asked when nothing is left to do and the work is to be let go.
std::optional<Gate> gate_to_let_go(const Job& job, const SetupPlan& plan, const Customs& customs);

} // namespace clockface
