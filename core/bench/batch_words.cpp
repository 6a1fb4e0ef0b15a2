// A batch at the Bench in words.
#include "bench/batch_walk.h"

#include "words/say.h"

namespace clockface {

std::string laid_in_words(Loading loading) {
    switch (loading) {
    case Loading::AsDrawn:
        return say("The marked end to the stop, the marked face up.");
    case Loading::EndForEnd:
        return say("The marked end away from the stop, the marked face up.");
    case Loading::OverLeftRight:
        return say("The marked end away from the stop, the marked face down.");
    case Loading::OverFrontBack:
        break;
    }
    return say("The marked end to the stop, the marked face down.");
}

Wording in_words(const Job& job, const BatchWalk& walk, const BatchLoad& load) {
    Wording words;
    words.heading = load.cuts.loading ? in_words(*load.cuts.loading) : say("By hand");
    words.figures.push_back(
        {say("piece"), std::to_string(load.piece), say("of {pieces}", {{"pieces", job.pieces}}), true});
    if (load.cuts.loading) {
        words.direction = laid_in_words(*load.cuts.loading);
        words.note = say("Spindle stopped before a hand goes near. Brush the seat, lay it in, clamp, and feel that it "
                         "touches everywhere.");
        if (load.piece == job.pieces && walk.plan.held.against_fence)
            words.note += " " + say("This is the master: at each setting it comes last.");
    }
    return words;
}

std::vector<CardLine> lines_of(const Job& job, const SetupPlan& plan, const BatchLoad& load) {
    std::vector<CardLine> lines;
    if (load.cuts.loading)
        lines.push_back({laid_in_words(*load.cuts.loading), 0}); // at hand, as what is cut is
    for (std::size_t i = 0; i < load.cuts.moves.size(); ++i)
        lines.push_back(line_of(job, plan, load.cuts.moves[i], static_cast<int>(i)));
    return lines;
}

std::string place_in_words(const BatchWalk& walk, const BatchState& state) {
    std::string words;
    const Task* task = state.machine.now();
    if (task && task->hole >= 0)
        words = say("{setting} of {settings}", {{"setting", walk.plan.holes[static_cast<std::size_t>(task->hole)].name},
                                                {"settings", walk.settings}}) +
                " · ";
    return words + say("{left} of {loads} loads left", {{"left", state.loads_left}, {"loads", state.loads}});
}

} // namespace clockface
