// The features of the work that can be measured from on the board.
#pragma once

#include "board/board_map.h"
#include "document/document.h"
#include "layout/between.h"

#include <optional>

namespace clockface::app {

/// What lies under the hand: a hole, something that is there already, the centre of a pattern, zero, or a straight
/// edge. Points are from the middle of the face.
std::optional<Feature> feature_at(const Document& document, const BoardMap& map, QPointF at);
/// A hole of the plan by its name.
std::optional<Feature> hole_feature(const Document& document, const std::string& hole);

} // namespace clockface::app
