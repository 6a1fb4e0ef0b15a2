#include "board/proof_layer.h"

#include "look/painting.h"
#include "look/words.h"
#include "measure/figures.h"

#include <algorithm>

namespace clockface::app {

namespace {

constexpr double wanted_ring = 34.0; // pixels, where there is room
constexpr double least_ring = 8.0;
constexpr double most_drawn = 2.2; // rings: an arrow that is longer is broken off, and that is seen
constexpr std::size_t few = 200;   // of more the nearest are not looked for: rings keep their usual size

} // namespace

Length ProofLayer::largest_limit(const FaceProof& proof) const {
    Length most;
    for (const HoleJudged& each : proof.verdicts.holes)
        most = std::max(most, each.limit);
    return most;
}

double ProofLayer::factor(const FaceProof& proof) const {
    const double ring = m_map.pixels(largest_limit(proof));
    if (!(ring > 0.0))
        return 1.0;
    double room = wanted_ring;
    const auto& holes = proof.measured.holes;
    for (std::size_t i = 0; i < holes.size() && holes.size() <= few; ++i)
        for (std::size_t k = i + 1; k < holes.size(); ++k)
            room = std::min(room, m_map.pixels(distance(holes[i].at, holes[k].at)) / 2.0);
    const double wanted = std::max(room, least_ring) / ring;
    double factor = 1.0;
    for (double size = 1.0; size <= wanted; size *= 10.0)
        for (const double step : {1.0, 2.0, 5.0})
            if (step * size <= wanted)
                factor = step * size;
    return factor;
}

double ProofLayer::room(const FaceProof& proof) const {
    return m_map.pixels(largest_limit(proof)) * factor(proof) + 4.0;
}

void ProofLayer::stands(const FaceProof& proof, const BoltsUp* bolts) {
    const double times = factor(proof);
    m_painter.save();
    if (bolts && !bolts->holes.empty()) {
        for (const BoltedHole& each : bolts->holes)
            bolt(proof, each, times);
    } else {
        for (std::size_t i = 0; i < proof.measured.holes.size(); ++i)
            hole(proof, i, times);
    }
    m_painter.restore();
    m_board.legend(
        (bolts && !bolts->holes.empty()
             ? QObject::tr("%1 times larger. Ring: the bolt's play. Arrow: from the mate's hole to this one.")
             : QObject::tr("%1 times larger. Ring: what is allowed. Arrow: how it stands, dotted its error."))
            .arg(static_cast<int>(times)));
}

void ProofLayer::hole(const FaceProof& proof, std::size_t index, double times) {
    const QPointF at = screen(proof.measured.holes[index].at);
    const HoleJudged& judged = proof.verdicts.holes[index];
    const Deviation& seen = proof.found.holes[index];
    const double ring = m_map.pixels(judged.limit) * times;
    m_painter.setBrush(Qt::NoBrush);
    QColor colour = m_look.scribed;
    if (judged.verdict == Verdict::Good)
        colour = m_look.good_on_dark;
    else if (judged.verdict == Verdict::Bad)
        colour = m_look.stop_on_dark;
    m_painter.setPen(QPen(colour, 1.4, judged.verdict ? Qt::SolidLine : Qt::DashLine));
    m_painter.drawEllipse(at, ring, ring);
    if (seen.off) {
        QPointF way = QPointF(m_map.pixels(seen.off->x), -m_map.pixels(seen.off->y)) * times;
        const double length = length_of(way), most = ring * most_drawn;
        const bool broken = length > most;
        if (broken)
            way *= most / length;
        const QPointF tip = at + way;
        m_painter.setPen(QPen(m_look.scribed, 2.2, broken ? Qt::DashLine : Qt::SolidLine));
        m_painter.drawLine(at, tip);
        constexpr double barb = 7.0;
        if (length > barb)
            for (const double side : {-28.0, 28.0})
                m_painter.drawLine(tip, tip - barb * turned(unit(way), Angle::degrees(side)));
        const Spread error = seen.ellipse();
        m_painter.save();
        m_painter.translate(tip);
        m_painter.rotate(-error.bearing.in_degrees());
        m_painter.setPen(QPen(m_look.scribed, 1.0, Qt::DotLine));
        m_painter.drawEllipse(QPointF(), std::min(m_map.pixels(error.major) * times, most),
                              std::min(m_map.pixels(error.minor) * times, most));
        m_painter.restore();
    }
    verdict(at + QPointF(ring, -ring) * 0.7071, proof.holes[index]);
}

// A tick, a cross, a question: each with its colour.
void ProofLayer::verdict(QPointF at, const std::optional<Verdict>& verdict) {
    if (!verdict)
        return;
    constexpr double r = 8.0;
    m_painter.setPen(Qt::NoPen);
    m_painter.setBrush(m_look.surround);
    m_painter.drawEllipse(at, r + 2.0, r + 2.0);
    m_painter.setBrush(Qt::NoBrush);
    switch (*verdict) {
    case Verdict::Good:
        m_painter.setPen(QPen(m_look.good_on_dark, 2.6));
        m_painter.drawPolyline(QPolygonF({at + QPointF(-5, 0), at + QPointF(-1, 5), at + QPointF(6, -5)}));
        break;
    case Verdict::Bad:
        m_painter.setPen(QPen(m_look.stop_on_dark, 2.6));
        m_painter.drawLine(at + QPointF(-5, -5), at + QPointF(5, 5));
        m_painter.drawLine(at + QPointF(-5, 5), at + QPointF(5, -5));
        break;
    case Verdict::CannotTell:
        m_painter.setPen(m_look.brass_on_dark);
        m_painter.setFont(type(12, true));
        m_painter.drawText(QRectF(at - QPointF(r, r), QSizeF(2 * r, 2 * r)), Qt::AlignCenter, QStringLiteral("?"));
        break;
    }
}

void ProofLayer::bolt(const FaceProof& proof, const BoltedHole& bolted, double times) {
    const QPointF at = screen(proof.measured.holes[bolted.hole].at);
    const double ring = std::max(m_map.pixels(bolted.as.play) * times, 2.0);
    const bool binds = bolted.left < Length{};
    m_painter.setBrush(Qt::NoBrush);
    m_painter.setPen(
        QPen(binds ? m_look.stop_on_dark : m_look.good_on_dark, 1.6, binds ? Qt::DashLine : Qt::SolidLine));
    m_painter.drawEllipse(at, ring, ring);
    // The bolt, as a ghost at its own size.
    m_painter.setPen(QPen(m_look.faint, 1.0, Qt::DotLine));
    m_painter.drawEllipse(at, m_map.pixels(bolted.as.bolt) / 2.0, m_map.pixels(bolted.as.bolt) / 2.0);
    const QPointF way(m_map.pixels(bolted.off.x) * times, -m_map.pixels(bolted.off.y) * times);
    m_painter.setPen(QPen(m_look.scribed, 2.2));
    m_painter.drawLine(at, at + way);
    m_painter.drawEllipse(at + way, 2.5, 2.5);
    verdict(at + QPointF(ring, -ring) * 0.7071, binds ? Verdict::Bad : Verdict::Good);
}

} // namespace clockface::app
