#include "shell/stages.h"

#include "bench/bench_view.h"
#include "cutters/cutters_slip.h"
#include "order/order_slip.h"
#include "slips/blank_slip.h"
#include "slips/holes_slip.h"

#include <algorithm>

namespace clockface::app {

namespace {

using Kind = StageState::Kind;

bool is_of_order(FindingKind kind) {
    return kind == FindingKind::ListFails || kind == FindingKind::NoSuchMachine ||
           kind == FindingKind::FiguresChanged || kind == FindingKind::NotMade || kind == FindingKind::TooEarly ||
           kind == FindingKind::NoLongerWanted;
}

// A note is good to know; it does not ask for attention.
StageState state_by(const Document& document, const std::function<bool(FindingKind)>& concerns) {
    const auto& findings = document.findings();
    const auto count = std::count_if(findings.begin(), findings.end(), [&](const Finding& each) {
        return each.grade != Grade::Note && concerns(each.kind);
    });
    if (count > 0)
        return {Kind::Attention, static_cast<int>(count)};
    const auto& setups = document.whole_plan().setups;
    const bool empty =
        std::all_of(setups.begin(), setups.end(), [](const SetupPlan& each) { return each.holes.empty(); });
    return {empty ? Kind::Untouched : Kind::Done};
}

StageState state_of_blank(const Document& document) {
    const Blank& blank = document.job().blank;
    const bool measured =
        blank.is_round() ? blank.diameter.measured.has_value() : blank.width.measured && blank.height.measured;
    return {measured ? Kind::Done : Kind::InHand};
}

StageState state_of_holes(const Document& document) {
    return state_by(document, [](FindingKind kind) { return !is_of_order(kind) && !is_of_cutters(kind); });
}

StageState state_of_cutters(const Document& document) {
    return state_by(document, [](FindingKind kind) { return !is_of_order(kind) && is_of_cutters(kind); });
}

StageState state_of_order(const Document& document) {
    return state_by(document, is_of_order);
}

StageState state_of_bench(const Document& document) {
    const Piece& piece = document.piece();
    if (piece.log.empty() && !piece.standing)
        return {Kind::Untouched};
    return {document.bench().finished() && !document.next_setup() ? Kind::Done : Kind::InHand};
}

} // namespace

QString StageState::in_words() const {
    switch (kind) {
    case Kind::Untouched:
        return QObject::tr("untouched");
    case Kind::InHand:
        return QObject::tr("in hand");
    case Kind::Done:
        return QObject::tr("done");
    case Kind::Attention:
        break;
    }
    return QObject::tr("needs attention, findings: %1").arg(count);
}

const std::vector<StageEntry>& stages() {
    static const std::vector<StageEntry> all = {
        {Stage::Blank, QStringLiteral("blank"), QObject::tr("Blank"), false,
         [](const StageNeeds& with) { return new BlankSlip(with.document, with.selection); }, state_of_blank},
        {Stage::Holes, QStringLiteral("holes"), QObject::tr("Holes"), false,
         [](const StageNeeds& with) { return new HolesSlip(with.document, with.selection); }, state_of_holes},
        {Stage::Cutters, QStringLiteral("cutters"), QObject::tr("Cutters"), false,
         [](const StageNeeds& with) { return new CuttersSlip(with.document, with.selection); }, state_of_cutters},
        {Stage::Order, QStringLiteral("order"), QObject::tr("Order"), false,
         [](const StageNeeds& with) { return new OrderSlip(with.document, with.selection, with.shown); },
         state_of_order},
        {Stage::Bench, QStringLiteral("bench"), QObject::tr("Bench"), true,
         [](const StageNeeds& with) { return new BenchView(with.document); }, state_of_bench}};
    return all;
}

std::optional<Stage> stage_of(const QString& id) {
    for (const StageEntry& each : stages())
        if (each.id == id)
            return each.stage;
    return std::nullopt;
}

} // namespace clockface::app
