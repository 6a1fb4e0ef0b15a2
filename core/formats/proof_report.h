// What was proved of a piece, as a table and as data: hole by hole planned, measured, with what, verdict.
#pragma once

#include "inspection/bolting.h"
#include "inspection/face_proof.h"

#include <string>

namespace clockface {

/// One row a figure: piece,face,hole,what,unit,planned,measured,error,limit,with,verdict. Of a place three rows: x, y
/// and the distance from the place, which the verdict is on; then a row for every check at the hole. RFC 4180.
std::string proof_csv(const Job& job, const FaceProof& proof, int piece);

/// The same as JSON, with the readings, what they were taken with, zero's drift, the mate, and the sentences.
std::string proof_data(const Job& job, const FaceProof& proof, const MeasuredPiece& piece, const BoltsUp* bolts);

} // namespace clockface
