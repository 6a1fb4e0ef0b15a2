#include "bench/device_picture.h"
#include "look/painting.h"

#include "bench/bar_picture.h"
#include "bench/work_outline.h"
#include "layout/outline.h"
#include "look/words.h"
#include "measure/figures.h"
#include "ordering/wording.h"

#include <QPainterPath>
#include <QtMath>
#include <algorithm>
#include <cmath>

namespace clockface::app {

namespace {

// Draws into a square of side 2 R about a centre; one function for each device.
class DeviceArtist {
public:
    DeviceArtist(QPainter& painter, const Look& look, const Job& job, const SetupPlan& plan, QRectF area)
        : m_painter(painter)
        , m_look(look)
        , m_job(job)
        , m_plan(plan)
        , m_area(area)
        , m_centre(area.center())
        , m_radius(std::min(area.width(), area.height()) / 2.0 - 26.0) {}

    void draw(const Instruction& instruction) {
        m_hole = instruction.hole;
        std::visit([this](const auto& action) { picture(action); }, instruction.action);
    }

private:
    QPainter& m_painter;
    const Look& m_look;
    const Job& m_job;
    const SetupPlan& m_plan;
    QRectF m_area;
    QPointF m_centre;
    double m_shrunk = 1.0; // of the work as it would fill its place
    double m_radius;
    int m_hole = -1;

    void text(QPointF at, const QString& words, double pixels, const QColor& colour, bool bold = false) {
        QFont font = type(10, bold);
        font.setPixelSize(std::max(8, static_cast<int>(pixels)));
        m_painter.setFont(font);
        m_painter.setPen(colour);
        m_painter.drawText(QRectF(at.x() - 400, at.y() - pixels, 800, 2 * pixels), Qt::AlignCenter, words);
    }

    // A dial whose figures rise clockwise, turned so that `line` stands at the mark on top.
    void dial(double a_turn, int line, int figure_every, bool clockwise, const QString& reading, const QString& below,
              const std::function<QString(int)>& figure) {
        m_painter.setPen(QPen(m_look.faint, 2.0));
        m_painter.setBrush(m_look.air);
        m_painter.drawEllipse(m_centre, m_radius, m_radius);
        m_painter.setPen(Qt::NoPen);
        m_painter.setBrush(m_look.surround);
        m_painter.drawEllipse(m_centre, m_radius * 0.58, m_radius * 0.58);
        // Not more lines than can be told apart, and not more figures than can be read.
        int every = std::max(1, static_cast<int>(std::ceil(a_turn / (2.0 * M_PI * m_radius / 7.0))));
        while (every < figure_every && figure_every % every != 0)
            ++every; // so that every engraved figure keeps its line
        for (int i = 0; i < a_turn; i += every) {
            // The dial is turned clockwise to raise its reading, so larger figures stand counter-clockwise of the mark.
            const QPointF out = towards(Angle::degrees(90.0 + 360.0 * (i - line) / a_turn));
            const bool named = i % figure_every == 0;
            double length = i % 5 == 0 ? 19.0 : 13.0;
            if (named)
                length = 26.0;
            m_painter.setPen(QPen(m_look.scribed, named ? 2.4 : 1.0));
            m_painter.drawLine(m_centre + out * (m_radius - 5.0), m_centre + out * (m_radius - length));
            if (named && a_turn - i >= figure_every / 2 + 1)
                engrave(out, figure(i));
        }
        mark();
        fitted_text(m_centre - QPointF(0, 24), reading, 84, m_radius * 1.02);
        text(m_centre + QPointF(0, 38), below, 19, m_look.bench_quiet);
        turn_arrow(clockwise);
    }

    // A figure inside its line, however wide it is.
    void engrave(QPointF out, const QString& figure) {
        constexpr double pixels = 16.0;
        QFont font = type(10);
        font.setPixelSize(static_cast<int>(pixels));
        const double half_width = QFontMetricsF(font).horizontalAdvance(figure) / 2.0;
        const double in = 32.0 + half_width * std::fabs(out.x()) + 9.0 * std::fabs(out.y());
        text(m_centre + out * (m_radius - in), figure, pixels, m_look.scribed);
    }

    void fitted_text(QPointF at, const QString& words, double pixels, double width) {
        QFont font = type(10, true);
        font.setPixelSize(static_cast<int>(pixels));
        const double natural = QFontMetricsF(font).horizontalAdvance(words);
        text(at, words, natural > width ? pixels * width / natural : pixels, m_look.bench_text, true);
    }

    void mark() {
        const QPointF tip = m_centre - QPointF(0, m_radius - 2.0);
        m_painter.setPen(Qt::NoPen);
        m_painter.setBrush(m_look.brass_on_dark);
        m_painter.drawPolygon(QPolygonF({tip, tip + QPointF(-15, -24), tip + QPointF(15, -24)}));
    }

    void turn_arrow(bool clockwise) {
        const double r = m_radius * 0.52;
        m_painter.setPen(QPen(m_look.brass_on_dark, 5.0, Qt::SolidLine, Qt::RoundCap));
        m_painter.setBrush(Qt::NoBrush);
        m_painter.drawArc(QRectF(m_centre.x() - r, m_centre.y() - r, 2 * r, 2 * r), 225 * 16, 90 * 16);
        // Along the bottom, clockwise runs to the left.
        const double at = clockwise ? 225.0 : 315.0;
        const QPointF tip = m_centre + towards(Angle::degrees(at)) * r;
        const double side = clockwise ? 1.0 : -1.0;
        m_painter.drawLine(tip, tip + QPointF(side * 20, -2));
        m_painter.drawLine(tip, tip + QPointF(side * 3, 20));
    }

    void picture(const PickUpZero&) { zero_on_work(); }
    void picture(const ZeroReadout&) { zero_on_work(); }
    // The face that is touched, thick, and the finder beside it.
    void picture(const TouchEdge& touch) {
        m_shrunk = 0.8; // so that there is room beside it
        work(false);
        const bool high = is_high_face(touch), x = touch.axis == Axis::X, behind = touch.stands == Towards::Plus;
        const Length w = m_job.blank.extent_x() / 2.0, h = m_job.blank.extent_y() / 2.0;
        const Length face = (x ? w : h) * (high ? 1.0 : -1.0);
        m_painter.setPen(QPen(m_look.brass_on_dark, 6.0));
        m_painter.drawLine(screen(x ? Point{face, -h} : Point{-w, face}), screen(x ? Point{face, h} : Point{w, face}));
        const double r = std::max(9.0, touch.finder.diameter.in_mm() / 2.0 * scale());
        const QPointF out = x ? QPointF(behind ? r : -r, 0.0) : QPointF(0.0, behind ? -r : r);
        m_painter.setPen(QPen(m_look.scribed, 3.0));
        m_painter.setBrush(m_look.air);
        m_painter.drawEllipse(screen(x ? Point{face, {}} : Point{{}, face}) + out, r, r);
        text(QPointF(m_centre.x(), m_area.bottom() - 4), QObject::tr("brass: the face; the finder stands beside it"),
             16, m_look.bench_quiet);
    }
    void picture(const CentreOver& over) {
        work(false);
        m_painter.setPen(QPen(m_look.brass_on_dark, 3.0));
        m_painter.setBrush(Qt::NoBrush);
        const QPointF at = screen(over.place + datum_from_middle(m_job));
        m_painter.drawEllipse(at, 16.0, 16.0);
        m_painter.drawLine(at - QPointF(24.0, 0.0), at + QPointF(24.0, 0.0));
        m_painter.drawLine(at - QPointF(0.0, 24.0), at + QPointF(0.0, 24.0));
        text(QPointF(m_centre.x(), m_area.bottom() - 4), QObject::tr("brass: bring this under the spindle"), 16,
             m_look.bench_quiet);
    }
    void picture(const LookAtCorner& look) {
        work(false);
        const Length w = m_job.blank.extent_x() / 2.0, h = m_job.blank.extent_y() / 2.0;
        m_painter.setPen(QPen(m_look.brass_on_dark, 3.0));
        m_painter.setBrush(Qt::NoBrush);
        m_painter.drawEllipse(screen({look.right ? w : -w, look.far ? h : -h}), 16.0, 16.0);
        text(QPointF(m_centre.x(), m_area.bottom() - 4), QObject::tr("half the tip over each edge"), 16,
             m_look.bench_quiet);
    }
    void picture(const DrillHole&) { work(true); }
    void picture(const PrickMark&) { work(true); }
    void picture(const PunchMark&) { work(true); }
    void picture(const TouchLightly&) { work(true); }
    void picture(const RoutinePlace&) { work(true); }
    void picture(const LookAtMarks&) { work(false); }
    void picture(const MoveKnee&) { work(false); }
    void picture(const WorkByHand& by_hand) {
        work(false);
        ring_round(by_hand.holes);
    }
    // The holes the new cutter goes to.
    void picture(const ChangeCutter& change) {
        work(false);
        ring_round(m_plan.served_by(change.cutter));
        text(QPointF(m_centre.x(), m_area.bottom() - 4), QObject::tr("brass: the holes it goes to"), 16,
             m_look.bench_quiet);
    }
    void ring_round(const std::vector<int>& holes) {
        m_painter.setPen(QPen(m_look.brass_on_dark, 3.0));
        m_painter.setBrush(Qt::NoBrush);
        for (const int each : holes) {
            const double r = std::max(7.0, hole(each).spec.diameter.in_mm() / 2.0 * scale() + 4.0);
            m_painter.drawEllipse(screen(hole(each).at + datum_from_middle(m_job)), r, r);
        }
    }
    // From both edges to the hole.
    void picture(const CheckPlace& check) {
        work(true);
        const Point corner = reference_edges(m_job).corner + datum_from_middle(m_job);
        const Point at = hole(m_hole).at + datum_from_middle(m_job);
        m_painter.setPen(QPen(m_look.brass_on_dark, 3.0));
        m_painter.drawLine(screen({corner.x, at.y}), screen(at));
        m_painter.drawLine(screen({at.x, corner.y}), screen(at));
        text(QPointF(m_centre.x(), m_area.bottom() - 4),
             check.from_right ? QObject::tr("from the right and the %1 edge")
                                    .arg(check.from_upper ? QObject::tr("upper") : QObject::tr("lower"))
                              : QObject::tr("from the left and the %1 edge")
                                    .arg(check.from_upper ? QObject::tr("upper") : QObject::tr("lower")),
             16, m_look.bench_quiet);
    }

    void picture(const TurnHandwheel& move) {
        const auto* wheels = std::get_if<Handwheels>(&m_plan.machine.kind);
        const Screw screw =
            wheels ? (move.axis == Axis::X ? wheels->x : wheels->y) : std::get<RotaryTable>(m_plan.machine.kind).slide;
        dial(screw.lines, move.line, lines_between_figures(screw), move.way == Turn::Clockwise,
             q(dial_figure(screw, move.line)),
             QObject::tr("on the %1 dial").arg(move.axis == Axis::X ? QStringLiteral("X") : QStringLiteral("Y")),
             [&](int line) {
                 return q(decimal((screw.graduation() * line).in(screw.unit), 4, Sign::WhenNegative, Tail::Trim));
             });
        text(QPointF(m_centre.x(), m_area.bottom() - 4),
             QObject::tr("%1 a turn, %2 a line")
                 .arg(q(with_unit(screw.lead, screw.unit)), q(with_unit(screw.graduation(), screw.unit))),
             16, m_look.bench_quiet);
    }

    void picture(const TurnTable& turn) {
        const auto& table = std::get<RotaryTable>(m_plan.machine.kind);
        dial(table.graduations, turn.line, std::max(1, table.graduations / 12), turn.way == Turn::Clockwise,
             q(dial_figure(table, turn.line)), QObject::tr("on the handle's dial"), [&](int line) {
                 const Angle at = table.step() * line;
                 return table.decimal ? q(in_degrees(at))
                                      : q(degrees_minutes_seconds(at)).section(QLatin1Char(' '), 0, 1);
             });
        text(QPointF(m_centre.x(), m_area.bottom() - 4),
             QObject::tr("%1 a turn; table at %2")
                 .arg(q(in_degrees(table.per_turn())),
                      q(table_angle(table, table.step() * static_cast<double>(turn.reading)))),
             16, m_look.bench_quiet);
    }

    // The plate with the circle in use, its plunger on top and the sector arms.
    void picture(const TurnIndex& turn) {
        m_painter.setPen(QPen(m_look.faint, 2.0));
        m_painter.setBrush(m_look.air);
        m_painter.drawEllipse(m_centre, m_radius, m_radius);
        const double ring = m_radius * 0.84;
        const auto at = [&](int index) {
            return m_centre + towards(Angle::degrees(90.0 - 360.0 * index / std::max(1, turn.circle))) * ring;
        };
        for (int i = 0; i < turn.circle; ++i) {
            const bool span = i <= turn.holes;
            m_painter.setPen(QPen(span ? m_look.brass_on_dark : m_look.faint, 1.6));
            m_painter.setBrush(i == 0 ? m_look.brass_on_dark : m_look.surround);
            m_painter.drawEllipse(at(i), 5.0, 5.0);
        }
        m_painter.setPen(QPen(m_look.brass_on_dark, 5.0, Qt::SolidLine, Qt::RoundCap));
        m_painter.drawLine(m_centre, m_centre + (at(0) - m_centre) * 0.9);
        m_painter.drawLine(m_centre, m_centre + (at(turn.holes) - m_centre) * 0.9);
        text(m_centre + QPointF(0, m_radius * 0.4), QObject::tr("%1 holes").arg(turn.holes), 30, m_look.bench_text,
             true);
        text(QPointF(m_centre.x(), m_area.bottom() - 4),
             QObject::tr("circle of %1; the plunger stands on top").arg(turn.circle), 16, m_look.bench_quiet);
    }

    void picture(const CentreOnTable&) {
        work(false);
        text(QPointF(m_centre.x(), m_area.bottom() - 4), QObject::tr("this point on the middle of the table"), 16,
             m_look.bench_quiet);
    }

    void picture(const GoToReadout&) { work(m_hole >= 0); }
    void picture(const KeyCircle& key) { routine(key.holes); }
    void picture(const KeyRow& key) { routine(key.holes); }
    void routine(const std::vector<int>& holes) {
        work(false);
        for (std::size_t i = 0; i < holes.size(); ++i)
            if (holes[i] >= 0)
                tag(holes[i], QString::number(i + 1));
        text(QPointF(m_centre.x(), m_area.bottom() - 4), QObject::tr("numbers as the routine counts"), 16,
             m_look.bench_quiet);
    }

    void picture(const ScribeLine& line) {
        work(false);
        const auto& bench = std::get<LayoutBench>(m_plan.machine.kind);
        const ReferenceEdges edges = reference_edges(m_job);
        const Length out = step_to(line, bench);
        const Length w = m_job.blank.extent_x() / 2.0;
        const Length h = m_job.blank.extent_y() / 2.0;
        const Point datum = datum_from_middle(m_job);
        const Point corner = edges.corner + datum;
        m_painter.setPen(QPen(m_look.brass_on_dark, 3.0));
        if (line.axis == Axis::X)
            m_painter.drawLine(screen({corner.x + out, -h}), screen({corner.x + out, h}));
        else
            m_painter.drawLine(screen({-w, corner.y + out}), screen({w, corner.y + out}));
        // The edge that stands on the plate.
        m_painter.setPen(QPen(m_look.scribed, 5.0));
        if (line.axis == Axis::X)
            m_painter.drawLine(screen({corner.x, -h}), screen({corner.x, h}));
        else
            m_painter.drawLine(screen({-w, corner.y}), screen({w, corner.y}));
        text(QPointF(m_centre.x(), m_area.bottom() - 4),
             QObject::tr("thick: the edge on the plate; brass: the line to scribe"), 16, m_look.bench_quiet);
    }

    // A bar is seen from its right end, or from the front.
    void picture(const TurnBar& turn) { bar().turned(turn); }
    void picture(const StandOverAxis& stand) { bar().stood_over(stand); }
    void picture(const SetPacking& packing) {
        if (packing.half_block == Length{} && !m_job.blank.on_side())
            bar().packed_flat(packing);
        else
            bar().packed(packing);
    }
    void picture(const ScribeAlongBar& line) { bar().scribed_along(line); }
    void picture(const ScribeAcrossBar& line) { bar().scribed_across(line); }
    [[nodiscard]] BarPicture bar() {
        return BarPicture(m_painter, m_look, m_job, m_plan, QRectF(m_area.topLeft(), m_area.size()), m_hole);
    }

    void picture(const StrikeCircle& strike) { struck(strike.pattern); }
    void picture(const StepChord& step) { struck(step.pattern); }
    void struck(int pattern) {
        work(false);
        m_painter.setPen(QPen(m_look.brass_on_dark, 3.0));
        m_painter.setBrush(Qt::NoBrush);
        const PatternLayout& layout = m_job.patterns[static_cast<std::size_t>(pattern)].layout;
        const Point datum = datum_from_middle(m_job);
        const double r = pitch_circle_of(layout).value_or(Length{}).in_mm() / 2.0 * scale();
        m_painter.drawEllipse(screen(centre_of(layout).value_or(Point{}) + datum), r, r);
    }

    void picture(const LayOldPart&) { zero_on_work(); }
    void picture(const MarkAcross&) { work(true); }
    void picture(const PinThrough&) { work(true); }
    void picture(const TakeOldPartOff&) { work(false); }
    void picture(const DrillMark&) { work(true); }
    void picture(const CompareAcross& compare) {
        work(false);
        const auto at = [&](const std::string& name) -> int {
            for (std::size_t i = 0; i < m_plan.holes.size(); ++i) {
                const Hole& each = m_plan.holes[i];
                const auto* points = std::get_if<PointsPattern>(&m_job.patterns[each.pattern].layout);
                if (points && points->copied.size() >= static_cast<std::size_t>(each.number) &&
                    points->copied[static_cast<std::size_t>(each.number) - 1] == name)
                    return static_cast<int>(i);
            }
            return -1;
        };
        if (const int from = at(compare.from), to = at(compare.to); from >= 0 && to >= 0)
            between(from, q(compare.from), to, q(compare.to));
    }
    void picture(const CompareMarks& compare) {
        work(false);
        between(compare.from, q(hole(compare.from).name), compare.to, q(hole(compare.to).name));
    }
    void between(int from, const QString& one, int to, const QString& other) {
        const Point datum = datum_from_middle(m_job);
        m_painter.setPen(QPen(m_look.brass_on_dark, 3.0));
        m_painter.drawLine(screen(hole(from).at + datum), screen(hole(to).at + datum));
        tag(from, one);
        tag(to, other);
    }
    // ---- the work, small

    [[nodiscard]] const Hole& hole(int index) const { return m_plan.holes[static_cast<std::size_t>(index)]; }
    [[nodiscard]] double scale() const {
        return m_shrunk * 2.0 * m_radius / std::max(m_job.blank.extent_x().in_mm(), m_job.blank.extent_y().in_mm());
    }
    [[nodiscard]] QPointF screen(Point from_middle) const {
        return m_centre + QPointF(from_middle.x.in_mm(), -from_middle.y.in_mm()) * scale();
    }

    void work(bool with_target) {
        paint_outline(m_painter, m_look, m_job.blank, scale(), [this](Point at) { return screen(at); });
        const Point datum = datum_from_middle(m_job);
        for (const Hole& each : m_plan.holes) {
            const double r = std::max(2.5, each.spec.diameter.in_mm() / 2.0 * scale());
            m_painter.setPen(QPen(m_look.scribed, 1.4));
            m_painter.setBrush(m_look.surround);
            m_painter.drawEllipse(screen(each.at + datum), r, r);
        }
        if (!with_target || m_hole < 0)
            return;
        const QPointF at = screen(hole(m_hole).at + datum);
        m_painter.setPen(QPen(m_look.brass_on_dark, 3.0));
        m_painter.setBrush(Qt::NoBrush);
        const double r = std::max(9.0, hole(m_hole).spec.diameter.in_mm() / 2.0 * scale() + 5.0);
        m_painter.drawEllipse(at, r, r);
        for (const QPointF& arm : {QPointF(1, 0), QPointF(-1, 0), QPointF(0, 1), QPointF(0, -1)})
            m_painter.drawLine(at + arm * (r + 3.0), at + arm * (r + 24.0));
        text(at + QPointF(0, r + 40.0), q(hole(m_hole).name), 22, m_look.brass_on_dark, true);
    }

    void tag(int index, const QString& words) {
        const QPointF at = screen(hole(index).at + datum_from_middle(m_job));
        m_painter.setPen(Qt::NoPen);
        m_painter.setBrush(m_look.brass_on_dark);
        m_painter.drawEllipse(at, 15.0, 15.0);
        text(at, words, 15, m_look.bench, true);
    }

    void zero_on_work() {
        work(false);
        const QPointF zero = screen(datum_from_middle(m_job));
        m_painter.setPen(QPen(m_look.brass_on_dark, 4.0));
        m_painter.setBrush(Qt::NoBrush);
        m_painter.drawEllipse(zero, 15.0, 15.0);
        m_painter.drawLine(zero - QPointF(34, 0), zero + QPointF(34, 0));
        m_painter.drawLine(zero - QPointF(0, 34), zero + QPointF(0, 34));
        text(QPointF(m_centre.x(), m_area.bottom() - 4), QObject::tr("brass: the drawing's zero"), 16,
             m_look.bench_quiet);
    }
};

} // namespace

DevicePicture::DevicePicture(QWidget* parent)
    : QWidget(parent) {
    setObjectName(QStringLiteral("devicePicture"));
    setAccessibleName(tr("picture of what to set"));
    setMinimumSize(300, 300);
}

void DevicePicture::set_look(const Look& look) {
    m_look = &look;
    update();
}

void DevicePicture::show_move(const Job& job, const SetupPlan& plan, const Instruction& move) {
    m_job = &job;
    m_plan = &plan;
    m_move = move;
    update();
}

void DevicePicture::paintEvent(QPaintEvent*) {
    if (!m_move)
        return;
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    DeviceArtist(painter, *m_look, *m_job, *m_plan, QRectF(rect()).adjusted(0, 0, 0, -18)).draw(*m_move);
}

} // namespace clockface::app
