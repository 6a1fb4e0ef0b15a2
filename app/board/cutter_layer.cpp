#include "board/cutter_layer.h"

#include "formats/cutter_report.h"
#include "look/words.h"

#include <algorithm>

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

void CutterLayer::rings() {
    const SetupPlan& plan = m_document.plan();
    // Where holes stand close, the numbers are smaller, and at last only the colours are left.
    const double room =
        m_area.width() * m_area.height() / std::max<double>(1.0, static_cast<double>(plan.holes.size()));
    constexpr double roomy = 14'000.0;
    const double tag_radius = room > roomy ? disc : 6.5;
    for (std::size_t i = 0; i < plan.holes.size(); ++i) {
        const QPointF at = screen(plan.holes[i].at);
        const double wide = std::max(m_board.radius_of(plan.holes[i]), m_map.pixels(widest(plan.holes[i].spec)) / 2.0);
        const double r = wide + (tag_radius < disc ? 2.0 : 3.5);
        m_painter.setPen(QPen(kind_colour(plan.kind_of[i]), tag_radius < disc ? 3.0 : 4.0));
        m_painter.setBrush(Qt::NoBrush);
        m_painter.drawEllipse(at, r, r);
        if (plan.holes.size() > most_labels)
            continue;
        const QPointF tag = m_board.free_spot(at, r, QPointF(0.0, -1.0), {2.0 * tag_radius, 2.0 * tag_radius});
        m_painter.setPen(Qt::NoPen);
        m_painter.setBrush(kind_colour(plan.kind_of[i]));
        m_painter.drawEllipse(tag, tag_radius, tag_radius);
        m_board.label(tag, QString::number(plan.kind_of[i] + 1), m_look.surround, tag_radius < disc ? 7.5 : 9.0, true);
    }
}

QRectF CutterLayer::legend_place(const Document& document, QSizeF board) {
    const Blank& blank = document.job().blank;
    const auto kinds = static_cast<int>(document.plan().kinds().size());
    const double line = QFontMetricsF(type(10)).height() * line_share;
    const int lines = std::min(kinds, most_lines + 1);
    constexpr double wide = 1.5, share = 0.4, tools = 44.0;
    const bool beside = !blank.is_bar() && blank.extent_x() < blank.extent_y() * wide;
    if (beside) // two lines for each: whose it is, and what makes it
        return {8.0, tools, board.width() * share, 2.0 * line * lines + 6.0};
    const double height = line * lines + 8.0;
    return {8.0, board.height() - height, board.width() - 16.0, height};
}

void CutterLayer::legend() {
    const SetupPlan& plan = m_document.plan();
    const QFontMetricsF metrics(type(10));
    const QRectF place = legend_place(m_document, m_area.size()).translated(m_area.topLeft());
    const bool beside = place.width() < m_area.width() * 0.6;
    const double line = metrics.height() * line_share;
    const std::vector<int> all = plan.kinds(); // those of other faces are not on the board
    const int kinds = static_cast<int>(all.size());
    double y = place.top();
    const auto write = [&](const QString& words, double x) {
        const QString text = metrics.elidedText(words, Qt::ElideRight, place.right() - x);
        const QRectF box(x, y, metrics.horizontalAdvance(text) + 6.0, line);
        QColor ground = m_look.air;
        ground.setAlphaF(0.8F);
        m_painter.fillRect(box.adjusted(-2, 1, 0, -1), ground);
        m_painter.setFont(type(10));
        m_painter.setPen(m_look.scribed);
        m_painter.drawText(box, Qt::AlignVCenter | Qt::AlignLeft, text);
        m_board.written.push_back({box, text});
        y += line;
    };
    const double x = place.left() + 26.0;
    for (int line_number = 0; line_number < std::min(kinds, most_lines); ++line_number) {
        const int i = all[static_cast<std::size_t>(line_number)];
        const QPointF mark(place.left() + 12.0, y + line / 2.0);
        m_painter.setPen(Qt::NoPen);
        m_painter.setBrush(kind_colour(i));
        m_painter.drawEllipse(mark, disc, disc);
        m_board.label(mark, QString::number(i + 1), m_look.surround, 9, true);
        const QString who = q(holes_of_chain(plan, i)).left(40);
        const QString what = makers(plan.chains()[static_cast<std::size_t>(i)]);
        if (beside) {
            write(who, x);
            write(what, x);
        } else {
            write(who + QStringLiteral(":  ") + what, x);
        }
    }
    if (kinds > most_lines)
        write(QObject::tr("and %1 more kinds").arg(kinds - most_lines), x);
}

} // namespace clockface::app
