#include "board/board_painter.h"
#include "formats/cutter_report.h"
#include "look/words.h"

#include <algorithm>

// The Cutters stage on the board: kinds of holes told apart by colour and number, and in words what makes each.

namespace clockface::app {

namespace {

constexpr int most_lines = 9;
constexpr double disc = 9.0;
constexpr double line_share = 1.45; // of a line in the height of its letters

// "4.3 mm drill, M5 taper tap, M5 plug tap": what stays of the hole, without starts and edges.
QString makers(const Chain& chain) {
    QStringList names;
    for (const CutStep& step : chain.steps)
        if (!step.skipped &&
            (step.kind == StepKind::Drill || step.kind == StepKind::Ream || step.kind == StepKind::Tap ||
             step.kind == StepKind::Recess || step.kind == StepKind::Own))
            names << q(step.cutter.name) + (step.owned ? QString() : QObject::tr(" (not in the drawer)"));
    return names.isEmpty() ? QObject::tr("nothing") : names.join(QStringLiteral(", "));
}

} // namespace

void BoardPainter::cutter_rings() {
    const Plan& plan = m_document.plan();
    for (std::size_t i = 0; i < plan.holes.size(); ++i) {
        const QPointF at = screen(plan.holes[i].at);
        const double r = radius_of(plan.holes[i]) + 3.5;
        m_painter.setPen(QPen(kind_colour(plan.chain_of[i]), 4.0));
        m_painter.setBrush(Qt::NoBrush);
        m_painter.drawEllipse(at, r, r);
        if (plan.holes.size() > most_labels)
            continue;
        const QPointF tag = free_spot(at, r, QPointF(0.0, -1.0), {2.0 * disc, 2.0 * disc});
        m_painter.setPen(Qt::NoPen);
        m_painter.setBrush(kind_colour(plan.chain_of[i]));
        m_painter.drawEllipse(tag, disc, disc);
        label(tag, QString::number(plan.chain_of[i] + 1), m_look.surround, 9, true);
    }
}

double BoardPainter::legend_height(const Document& document) {
    const auto kinds = static_cast<int>(document.plan().chains.size());
    return QFontMetricsF(type(10)).height() * line_share * std::min(kinds, most_lines + 1) + 8.0;
}

void BoardPainter::cutter_legend() {
    const Plan& plan = m_document.plan();
    const QFontMetricsF metrics(type(10));
    QStringList lines;
    const int kinds = static_cast<int>(plan.chains.size());
    for (int i = 0; i < std::min(kinds, most_lines); ++i)
        lines << q(holes_of_chain(plan, i)).left(40) + QStringLiteral(":  ") +
                     makers(plan.chains[static_cast<std::size_t>(i)]);
    if (kinds > most_lines)
        lines << QObject::tr("and %1 more kinds").arg(kinds - most_lines);
    const double height = metrics.height() * line_share;
    double y = m_area.bottom() - height * static_cast<double>(lines.size()) - 8.0;
    const double most = m_area.width() - 60.0;
    for (int i = 0; i < lines.size(); ++i, y += height) {
        const QString text = metrics.elidedText(lines[i], Qt::ElideRight, most);
        const QRectF box(34.0, y, metrics.horizontalAdvance(text) + 6.0, height);
        if (i < std::min(kinds, most_lines)) {
            m_painter.setPen(Qt::NoPen);
            m_painter.setBrush(kind_colour(i));
            m_painter.drawEllipse(QPointF(20.0, y + height / 2.0), disc, disc);
            label({20.0, y + height / 2.0}, QString::number(i + 1), m_look.surround, 9, true);
        }
        QColor ground = m_look.air;
        ground.setAlphaF(0.8F);
        m_painter.fillRect(box.adjusted(-2, 1, 0, -1), ground);
        m_painter.setFont(type(10));
        m_painter.setPen(m_look.scribed);
        m_painter.drawText(box, Qt::AlignVCenter | Qt::AlignLeft, text);
        m_written.push_back({box, text});
    }
}

} // namespace clockface::app
