#include "job/proof.h"

#include <algorithm>

namespace clockface {

const MeasuredPiece* measured_piece(const JobProof& proof, int number) {
    const auto found = std::find_if(proof.pieces.begin(), proof.pieces.end(),
                                    [&](const MeasuredPiece& each) { return each.number == number; });
    return found == proof.pieces.end() ? nullptr : &*found;
}

MeasuredPiece& measured_piece(JobProof& proof, int number) {
    const auto place = std::lower_bound(proof.pieces.begin(), proof.pieces.end(), number,
                                        [](const MeasuredPiece& each, int wanted) { return each.number < wanted; });
    if (place != proof.pieces.end() && place->number == number)
        return *place;
    return *proof.pieces.insert(place, MeasuredPiece{number, {}, {}, {}, {}});
}

const HoleRead* read_at(const MeasuredPiece& piece, const HoleId& hole) {
    const auto found =
        std::find_if(piece.holes.begin(), piece.holes.end(), [&](const HoleRead& each) { return each.hole == hole; });
    return found == piece.holes.end() ? nullptr : &*found;
}

HoleRead& read_at(MeasuredPiece& piece, const HoleId& hole) {
    const auto place = std::lower_bound(piece.holes.begin(), piece.holes.end(), hole,
                                        [](const HoleRead& each, const HoleId& wanted) { return each.hole < wanted; });
    if (place != piece.holes.end() && place->hole == hole)
        return *place;
    HoleRead fresh;
    fresh.hole = hole;
    return *piece.holes.insert(place, fresh);
}

void tidy(JobProof& proof) {
    for (MeasuredPiece& piece : proof.pieces)
        piece.holes.erase(std::remove_if(piece.holes.begin(), piece.holes.end(),
                                         [](const HoleRead& each) {
                                             HoleRead bare;
                                             bare.hole = each.hole;
                                             bare.time = each.time;
                                             return each == bare;
                                         }),
                          piece.holes.end());
    proof.pieces.erase(std::remove_if(proof.pieces.begin(), proof.pieces.end(),
                                      [](const MeasuredPiece& each) {
                                          MeasuredPiece bare;
                                          bare.number = each.number;
                                          return each == bare;
                                      }),
                       proof.pieces.end());
}

} // namespace clockface
