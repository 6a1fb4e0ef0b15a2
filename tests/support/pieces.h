// Pieces and their logs for tests.
#pragma once

#include "job/job.h"

namespace clockface::testing {

/// One line of every kind there is, about hole 1 of the first pattern.
Piece piece_of_everything(const Job& job);

/// Within a generator: a log of any lines, about holes that are there and some that are not.
Piece any_piece(const Job& job);

/// What was measured with every kind of figure and sign in it, of pieces of that job.
JobProof proof_of_everything(const Job& job);

} // namespace clockface::testing
