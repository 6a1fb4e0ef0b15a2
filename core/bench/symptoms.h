// What a cutter tells at work: what is seen, heard or felt, what it means, and what to do now.
#pragma once

#include "cutting/chain.h"

#include <string>
#include <vector>

namespace clockface {

struct Symptom {
    std::string seen;  ///< "It squeals"
    std::string means; ///< plain sentences, with this step's figures
    std::string now;
};

/// Of a step of a chain, the most harmful first. Common knowledge of the trade; a worn machine or a cutter's maker may
/// know better.
std::vector<Symptom> symptoms_of(const CutStep& step);

} // namespace clockface
