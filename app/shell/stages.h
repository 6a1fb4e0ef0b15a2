// The stages of the work, in their order: one entry each. A new stage is one more entry here and a folder of its own.
#pragma once

#include "board/board_painter.h"
#include "board/section_view.h"
#include "document/document.h"
#include "document/selection.h"
#include "order/shown_parts.h"
#include "plan/stage_state.h"

#include <QString>
#include <QWidget>
#include <functional>
#include <vector>

namespace clockface::app {

/// How a stage stands, for people who cannot see its mark: "needs attention, 2 findings".
QString in_words(const StageState& state);

/// What the view of a stage is made from.
struct StageNeeds {
    Document& document;
    Selection& selection;
    ShownParts& shown;
};

struct StageEntry {
    Stage stage;
    QString id;        ///< also the name of its icon, and of the stage on the command line
    QString word;      ///< on the rail
    bool whole_window; ///< it takes the place of board and slip
    std::function<QWidget*(const StageNeeds&)> make;
    std::function<StageState(const Document&)> state;
    std::function<SectionView*(const StageNeeds&)> below_board{}; ///< a section under the board, where there is one
};

const std::vector<StageEntry>& stages();
/// The stage of an id; nothing for any other word.
std::optional<Stage> stage_of(const QString& id);

} // namespace clockface::app
