// Lines of the patterns, what hangs on what, and how large the work is.
#pragma once

#include "board/board_canvas.h"

#include <string>

namespace clockface::app {

class PatternLayer : public BoardLayer {
public:
    using BoardLayer::BoardLayer;
    void lines(const std::string& pattern);
    /// The pitch circle's diameter at the end of a leader, between two holes, where it covers least.
    void pitch_circle(const std::string& pattern);
    /// Over all.
    void dimensions();

private:
    void what_hangs_on_what(const Pattern& pattern);
};

} // namespace clockface::app
