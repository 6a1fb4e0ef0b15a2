#include "shell/stages.h"

#include "bench/bench_view.h"
#include "cutters/cutters_slip.h"
#include "cutters/depth_view.h"
#include "hold/hold_slip.h"
#include "hold/hold_view.h"
#include "order/order_slip.h"
#include "proof/proof_slip.h"
#include "slips/blank_slip.h"
#include "slips/holes_slip.h"

namespace clockface::app {

namespace {

StageState state_of_bench(const Document& document) {
    // Where it stands is only looked for once something was done: this is asked at every key.
    const Piece& piece = document.piece();
    const bool begun = !piece.log.empty() || piece.standing;
    return clockface::state_of_bench(piece, begun && document.bench().finished() && !document.next_setup());
}

std::function<StageState(const Document&)> state_by(StageOf stage) {
    return [stage](const Document& document) {
        return state_by_findings(document.whole_plan(), document.findings(), stage);
    };
}

} // namespace

QString in_words(const StageState& state) {
    switch (state.kind) {
    case StageState::Kind::Untouched:
        return QObject::tr("untouched");
    case StageState::Kind::InHand:
        return QObject::tr("in hand");
    case StageState::Kind::Done:
        return QObject::tr("done");
    case StageState::Kind::Attention:
        break;
    }
    return QObject::tr("needs attention, findings: %1").arg(state.count);
}

const std::vector<StageEntry>& stages() {
    static const std::vector<StageEntry> all = {
        {Stage::Blank, QStringLiteral("blank"), QObject::tr("Blank"), false,
         [](const StageNeeds& with) { return new BlankSlip(with.document, with.selection); },
         [](const Document& document) { return state_of_blank(document.job()); }},
        {Stage::Holes, QStringLiteral("holes"), QObject::tr("Holes"), false,
         [](const StageNeeds& with) { return new HolesSlip(with.document, with.selection); }, state_by(StageOf::Holes)},
        {Stage::Cutters, QStringLiteral("cutters"), QObject::tr("Cutters"), false,
         [](const StageNeeds& with) { return new CuttersSlip(with.document, with.selection); },
         state_by(StageOf::Cutters),
         [](const StageNeeds& with) { return new DepthView(with.document, with.selection); }},
        {Stage::Hold, QStringLiteral("hold"), QObject::tr("Hold"), false,
         [](const StageNeeds& with) { return new HoldSlip(with.document, with.selection, with.shown); },
         state_by(StageOf::Hold), [](const StageNeeds& with) { return new HoldView(with.document, with.selection); }},
        {Stage::Order, QStringLiteral("order"), QObject::tr("Order"), false,
         [](const StageNeeds& with) { return new OrderSlip(with.document, with.selection, with.shown); },
         state_by(StageOf::Order)},
        {Stage::Bench, QStringLiteral("bench"), QObject::tr("Bench"), true,
         [](const StageNeeds& with) { return new BenchView(with.document); }, state_of_bench},
        {Stage::Proof, QStringLiteral("proof"), QObject::tr("Proof"), false,
         [](const StageNeeds& with) { return new ProofSlip(with.document, with.selection, with.shown); },
         [](const Document& document) { return state_of_proof(document.job(), document.piece().number); }}};
    return all;
}

std::optional<Stage> stage_of(const QString& id) {
    for (const StageEntry& each : stages())
        if (each.id == id)
            return each.stage;
    return std::nullopt;
}

} // namespace clockface::app
