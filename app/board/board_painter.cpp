#include "board/board_painter.h"

#include "board/clock_layer.h"
#include "board/cutter_layer.h"
#include "board/hold_layer.h"
#include "board/hole_layer.h"
#include "board/order_layer.h"
#include "board/pattern_layer.h"
#include "board/proof_layer.h"
#include "board/work_layer.h"

namespace clockface::app {

void BoardPainter::paint(Stage stage, const std::string& pattern, const std::string& hole, DimensionStyle style,
                         const ShownParts* shown) {
    if (m_backdrop)
        m_board.painter.drawPixmap(m_board.area.topLeft(), *m_backdrop);
    else
        paint_backdrop();
    m_board.painter.setRenderHint(QPainter::Antialiasing);
    ClockLayer clock(m_board);
    PatternLayer patterns(m_board);
    OrderLayer order(m_board);
    CutterLayer cutters(m_board);
    const bool on_side = m_board.document.job().blank.on_side();
    const bool with_parts = shown && !shown->nothing() && stage == Stage::Order && !on_side;
    if (with_parts && shown->many())
        m_board.least_radius = m_board.map.pixels(shown->many()->within) * order.cloud_factor(*shown->many()) + 4.0;
    const FaceProof* const proof = shown && stage == Stage::Proof && !on_side ? shown->proof() : nullptr;
    if (proof) {
        m_board.least_radius = ProofLayer(m_board).room(*proof);
        m_board.holes_at_size = true;
    }
    clock.take_up_room(); // names, figures and the clock keep clear of the holes
    if (stage != Stage::Order && stage != Stage::Cutters && stage != Stage::Hold && stage != Stage::Proof)
        clock.clock(stage == Stage::Blank ? std::string() : pattern);
    patterns.lines(pattern);
    if (stage == Stage::Order && !with_parts)
        order.path();
    if (stage == Stage::Cutters)
        cutters.rings();
    if (stage == Stage::Hold) {
        HoldLayer hold(m_board);
        hold.holding();
        hold.rings();
    }
    HoleLayer(m_board).holes(stage, pattern, hole);
    if (stage == Stage::Hold && shown)
        HoldLayer(m_board).drilled(shown->drilled());
    if (proof)
        ProofLayer(m_board).stands(*proof, shown->bolts());
    if (with_parts)
        order.parts(*shown);
    else if (stage == Stage::Order)
        order.tags();
    if (stage == Stage::Cutters)
        cutters.legend();
    clock.zero();
    if (stage == Stage::Blank)
        patterns.dimensions();
    if (stage == Stage::Holes) {
        if (style != DimensionStyle::None)
            patterns.pitch_circle(pattern);
        Dimensions dimensions(m_board.painter, m_board.map, m_board.document, m_board.look);
        dimensions.of_pattern(pattern, style);
        for (const auto& [box, words] : dimensions.written())
            m_board.written.push_back({box, words});
    }
}

void BoardPainter::paint_backdrop() {
    m_board.painter.setRenderHint(QPainter::Antialiasing);
    m_board.painter.fillRect(m_board.area, m_board.look.air);
    WorkLayer work(m_board);
    work.metal();
    work.features();
    work.centre_lines();
}

} // namespace clockface::app
