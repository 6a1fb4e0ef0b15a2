// The ways in which a drill comes to stand over the axis of a bar, and a bar is brought to an angle.
#pragma once

namespace clockface {

enum class TopWay { TouchBoth, TouchOne, SkimmedFlat, FiledFlat, Scribed, VeeAndFence, Bushing, Jig, Centred };

enum class AngleWay { Table, ColletBlock, JawIndex, RodAndProtractor, RodHeights, EndLine, WrappedStrip };

} // namespace clockface
