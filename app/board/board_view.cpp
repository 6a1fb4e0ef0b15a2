#include "board/board_view.h"

#include "board/cutter_layer.h"
#include "board/hold_layer.h"
#include "look/painting.h"

#include "board/measuring.h"
#include "layout/bar_views.h"
#include "layout/on_bar.h"
#include "look/plain_text.h"
#include "measure/figures.h"

#include <QApplication>
#include <QClipboard>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPushButton>
#include <QWheelEvent>
#include <algorithm>
#include <cmath>
#include <tuple>

namespace clockface::app {

namespace {

// What a hand can take hold of, what snaps to it, and the finest step it can hold.
constexpr double grip_pixels = 8.0, snap_pixels = 6.0, least_step_pixels = 3.0;

// Pixels round the blank: dimensions stand below and to the left, and round a disc the clock ring before them.
constexpr QMarginsF round_room(138.0, 84.0, 76.0, 132.0);
constexpr QMarginsF straight_room(92.0, 126.0, 84.0, 92.0); // the small clock stands above
// The clock stands round the end view, which is on the side of the end that is looked at.
constexpr double beside_end = 116.0;
constexpr double beside_bar = 52.0;
constexpr QMarginsF bar_room(beside_bar, 112.0, beside_end, 86.0); // the clock stands round the end view
constexpr double least_scale = 0.02;
constexpr double largest_scale = 2000.0;
constexpr double hole_reach_pixels = 10.0;

} // namespace

BoardView::BoardView(Document& document, Selection& selection, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_selection(selection)
    , m_look(&Look::day()) {
    setObjectName(QStringLiteral("board"));
    setAccessibleName(tr("board: the workpiece"));
    setAccessibleDescription(tr("Left and right arrows choose holes, plus and minus zoom, F shows all"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setMinimumSize(360, 320);
    make_tools();
    connect(&document, &Document::changed, this, &BoardView::follow_document);
    connect(&document, &Document::replaced, this, &BoardView::fit);
    connect(&selection, &Selection::changed, this, qOverload<>(&QWidget::update));
}

void BoardView::make_tools() {
    const auto tool = [this](const QString& name) {
        auto* made = new QPushButton(this);
        made->setObjectName(name);
        made->setProperty("onBoard", true);
        made->setFocusPolicy(Qt::TabFocus);
        return made;
    };
    m_dimension_button = tool(QStringLiteral("dimensions"));
    set_tip(m_dimension_button, tr("Dimensions from zero, from hole to hole, or none (D)"));
    connect(m_dimension_button, &QPushButton::clicked, this, &BoardView::next_dimensions);
    m_measure_button = tool(QStringLiteral("measure"));
    m_measure_button->setCheckable(true);
    m_measure_button->setText(tr("Measure"));
    m_measure_button->setAccessibleName(tr("measure between two features"));
    set_tip(m_measure_button, tr("Measure between two holes, edges or centres (M); C copies the figures"));
    connect(m_measure_button, &QPushButton::toggled, this, &BoardView::set_measuring);
    set_dimensions(m_dimensions);
}

void BoardView::place_tools() {
    const bool holes = m_stage == Stage::Holes;
    m_dimension_button->setVisible(holes);
    int x = 10;
    for (QPushButton* tool : {m_measure_button, m_dimension_button}) {
        tool->adjustSize();
        tool->move(x, 10);
        x += tool->width() + 8;
    }
}

void BoardView::set_dimensions(DimensionStyle style) {
    m_dimensions = style;
    QString words = tr("No dimensions");
    if (style == DimensionStyle::FromZero)
        words = tr("Dimensions from zero");
    else if (style == DimensionStyle::Chain)
        words = tr("Dimensions hole to hole");
    m_dimension_button->setText(words);
    m_dimension_button->setAccessibleName(words);
    place_tools();
    update();
}

void BoardView::next_dimensions() {
    switch (m_dimensions) {
    case DimensionStyle::FromZero:
        return set_dimensions(DimensionStyle::Chain);
    case DimensionStyle::Chain:
        return set_dimensions(DimensionStyle::None);
    case DimensionStyle::None:
        return set_dimensions(DimensionStyle::FromZero);
    }
}

void BoardView::set_measuring(bool measuring) {
    m_measuring = measuring;
    m_one.reset();
    m_other.reset();
    m_measure_button->setChecked(measuring);
    update();
}

void BoardView::take_feature(const std::optional<Feature>& feature) {
    if (!feature)
        return;
    if (!m_one || m_other) {
        m_one = feature;
        m_other.reset();
    } else {
        m_other = feature;
    }
    update();
}

QString BoardView::measured_text() const {
    if (!m_one || !m_other)
        return {};
    QStringList lines;
    for (const std::string& line : in_words(between(*m_one, *m_other), *m_one, *m_other, m_document.job()))
        lines << QString::fromStdString(line);
    return lines.join(QLatin1Char('\n'));
}

void BoardView::paint_measuring(QPainter& painter, BoardPainter& board) const {
    if (!m_one) {
        board.card({14.0, 40.0}, {tr("Measuring"), tr("Choose two: a hole, an edge, a centre, zero."),
                                  tr("With keys: arrows and Enter. C copies, Escape ends.")});
        return;
    }
    painter.setPen(QPen(m_look->brass_on_dark, 2.0, Qt::DashLine));
    painter.setBrush(Qt::NoBrush);
    const auto ring = [&](const Feature& feature) {
        const double r = std::max(8.0, m_map.pixels(feature.diameter) / 2.0 + 4.0);
        const QPointF at = m_map.to_screen(feature.at);
        if (feature.edge) {
            const QPointF way(feature.edge->cosine(), -feature.edge->sine());
            painter.drawLine(at - way * 4000.0, at + way * 4000.0);
        } else {
            painter.drawEllipse(at, r, r);
        }
    };
    ring(*m_one);
    if (!m_other)
        return board.card({14.0, 40.0}, {tr("From %1").arg(QString::fromStdString(m_one->name)), tr("to …")});
    ring(*m_other);
    if (const Between found = between(*m_one, *m_other); found.apart) {
        painter.setPen(QPen(m_look->brass_on_dark, 1.6));
        const Point from = m_one->edge && !m_other->edge ? m_other->at - found.step : m_one->at;
        painter.drawLine(m_map.to_screen(from), m_map.to_screen(from + found.step));
    }
    QStringList lines = measured_text().split(QLatin1Char('\n'));
    lines << tr("C copies");
    board.card({14.0, 40.0}, lines);
}

// The job with what is being dragged at this place of the screen.
Job BoardView::dragged_to(QPointF at) const {
    const Job& job = m_document.settled();
    return m_drag->moved_to(m_map.to_metal(at) - datum_from_middle(job), m_map.metal(snap_pixels),
                            round_step(job.unit, m_map.metal(least_step_pixels)));
}

void BoardView::let_go(bool keep) {
    if (!m_drag)
        return;
    const std::optional<Job> moved = keep && m_hover ? std::optional(dragged_to(*m_hover)) : std::nullopt;
    m_drag.reset();
    if (m_fitted)
        fit();
    unsetCursor();
    if (!moved || !m_document.edit(tr("dragging %1").arg(QString::fromStdString(m_selection.pattern())), *moved))
        m_document.drop_preview();
    update();
}

void BoardView::set_stage(Stage stage) {
    const auto needs_room = [](Stage each) { return each == Stage::Cutters || each == Stage::Hold; };
    const bool other_room = stage != m_stage && (needs_room(stage) || needs_room(m_stage));
    m_stage = stage;
    if (m_fitted && other_room)
        fit();
    place_tools();
    update();
}

void BoardView::set_look(const Look& look) {
    m_look = &look;
    update();
}

void BoardView::follow_document() {
    // What was measured may have moved; the rings would lie.
    m_one.reset();
    m_other.reset();
    if (m_fitted && !m_drag)
        fit();
    update();
}

void BoardView::fit() {
    m_fitted = true;
    const Blank& blank = m_document.job().blank;
    QMarginsF room = straight_room;
    if (blank.on_side())
        room = bar_room;
    else if (blank.is_round())
        room = round_room;
    if (blank.on_side() && blank.bar.seen_from == Face::Left)
        room = {room.right(), room.top(), room.left(), room.bottom()};
    if (m_stage == Stage::Cutters) { // no clock there; its legend stands below the work or beside it
        constexpr double tools = 48.0, edge = 30.0;
        if (!blank.is_bar())
            room = {edge, tools, edge, edge};
        const QRectF legend = CutterLayer::legend_place(m_document, size());
        constexpr double between = 16.0, captions = 30.0;
        if (legend.width() < width() * 0.6)
            room.setLeft(std::max(room.left(), legend.right() + between));
        else
            room.setBottom(std::max(room.bottom(), legend.height() + between + (blank.is_bar() ? captions : 0.0)));
    }
    const bool held = m_stage == Stage::Hold && !m_document.plan().held.by_its_list && !blank.on_side();
    if (held)
        room = {46.0, 48.0, 46.0, 24.0};
    const QRectF inside = QRectF(rect()).marginsRemoved(room);
    Point low{-blank.extent_x() / 2.0, -blank.extent_y() / 2.0};
    Point high{blank.extent_x() / 2.0, blank.extent_y() / 2.0};
    if (held)
        std::tie(low, high) = HoldLayer::extent(m_document.plan().held);
    if (blank.on_side()) {
        const BarViews views(blank);
        low = views.lower_left();
        high = views.upper_right();
    }
    const double across = std::max(80.0, inside.width()) / std::max((high.x - low.x).in_mm(), 1e-6);
    const double up = std::max(80.0, inside.height()) / std::max((high.y - low.y).in_mm(), 1e-6);
    m_map.pixels_per_mm = std::clamp(std::min(across, up), least_scale, largest_scale);
    const Point middle = (low + high) * 0.5;
    m_map.middle = inside.center() - QPointF(m_map.pixels(middle.x), -m_map.pixels(middle.y));
    update();
}

void BoardView::zoom(double factor, QPointF about) {
    const double scale = std::clamp(m_map.pixels_per_mm * factor, least_scale, largest_scale);
    const double real = scale / m_map.pixels_per_mm;
    m_map.middle = about + (m_map.middle - about) * real;
    m_map.pixels_per_mm = scale;
    m_fitted = false;
    update();
}

void BoardView::pan(QPointF by) {
    m_map.middle += by;
    m_fitted = false;
    update();
}

void BoardView::update_backdrop() {
    const Blank& blank = m_document.job().blank;
    const QSize pixels = size() * devicePixelRatioF();
    if (m_backdrop.blank == blank && m_backdrop.pixels_per_mm == m_map.pixels_per_mm &&
        m_backdrop.middle == m_map.middle && m_backdrop.size == pixels && m_backdrop.look == m_look)
        return;
    m_backdrop = {blank, m_map.pixels_per_mm, m_map.middle, pixels, m_look, QPixmap(pixels)};
    m_backdrop.picture.setDevicePixelRatio(devicePixelRatioF());
    QPainter painter(&m_backdrop.picture);
    BoardPainter(painter, m_map, m_document, *m_look, QRectF(rect())).paint_backdrop();
}

void BoardView::paintEvent(QPaintEvent*) {
    update_backdrop();
    QPainter painter(this);
    BoardPainter board(painter, m_map, m_document, *m_look, QRectF(rect()));
    board.use_backdrop(m_backdrop.picture);
    board.paint(m_stage, m_selection.pattern(), m_selection.hole(), m_dimensions, m_shown);
    if (m_measuring)
        paint_measuring(painter, board);
    else if (m_hover && !m_dragged_from)
        board.card(*m_hover, hover_lines(*m_hover));
    if (hasFocus()) {
        painter.setPen(QPen(m_look->brass_on_dark, 1.0, Qt::DotLine));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(rect().adjusted(2, 2, -3, -3));
    }
}

void BoardView::show_parts(const ShownParts& shown) {
    m_shown = &shown;
    connect(&shown, &ShownParts::changed, this, qOverload<>(&QWidget::update));
}

QStringList BoardView::hover_lines(QPointF at) const {
    const Job& job = m_document.job();
    const int index = hole_at(at);
    const Point datum = datum_from_middle(job);
    Point place = m_map.to_metal(at) - datum;
    Point centre{};
    QStringList lines;
    if (index >= 0) {
        const Hole& hole = m_document.plan().holes[static_cast<std::size_t>(index)];
        place = hole.at;
        const PatternLayout& layout = job.patterns[hole.pattern].layout;
        centre = centre_of(layout).value_or(Point{});
        lines << QString::fromStdString(
            hole.name + ", " + size_in_words(hole.spec, job.unit) +
            (hole.spec.depth ? ", " + with_unit(*hole.spec.depth, job.unit) + " deep" : ", through"));
    }
    const Point drawn = as_drawn(job.datum, place);
    if (job.blank.on_side()) {
        if (index >= 0) {
            const OnBar& bar = *m_document.plan().holes[static_cast<std::size_t>(index)].bar;
            lines << QString::fromStdString("X " + column_figure(drawn.x, job.unit));
            lines << QString::fromStdString(angle_in_words(job, bar.bearing));
        } else {
            lines << QString::fromStdString("X " + column_figure(drawn.x, job.unit));
        }
        return lines;
    }
    const Angle bearing = bearing_of(centre, place);
    lines << QString::fromStdString("X " + column_figure(drawn.x, job.unit) + "   Y " +
                                    column_figure(drawn.y, job.unit));
    lines << QString::fromStdString("out " + with_unit(distance(centre, place), job.unit) + " at " +
                                    in_degrees(job.convention.figure_of(bearing), 2) + ", " + clock_time(bearing) +
                                    " on the clock");
    return lines;
}

int BoardView::hole_at(QPointF at) const {
    const Job& job = m_document.job();
    const Point datum = datum_from_middle(job);
    int found = -1;
    double least = 1e300;
    const auto& holes = m_document.plan().holes;
    const BarViews views(job.blank);
    for (std::size_t i = 0; i < holes.size(); ++i)
        for (const Point& place : holes[i].bar ? views.places(holes[i]) : std::vector{holes[i].at + datum}) {
            const QPointF away = m_map.to_screen(place) - at;
            const double off = length_of(away);
            if (off < least && off < std::max(hole_reach_pixels, m_map.pixels(holes[i].spec.diameter) / 2.0)) {
                least = off;
                found = static_cast<int>(i);
            }
        }
    return found;
}

std::optional<QPointF> BoardView::position_of(const std::string& name) const {
    const Job& job = m_document.job();
    for (const Hole& hole : m_document.plan().holes)
        if (hole.name == name)
            return m_map.to_screen(hole.at + datum_from_middle(job));
    return std::nullopt;
}

void BoardView::select_at(QPointF at) {
    const int index = hole_at(at);
    if (index < 0) {
        m_selection.select(m_selection.pattern(), {});
        return;
    }
    const Hole& hole = m_document.plan().holes[static_cast<std::size_t>(index)];
    m_selection.select(m_document.job().patterns[hole.pattern].name, hole.name);
}

void BoardView::step_selection(int by) {
    const auto& holes = m_document.plan().holes;
    if (holes.empty())
        return;
    const int count = std::max(1, static_cast<int>(holes.size()));
    int now = by > 0 ? -1 : 0;
    for (int i = 0; i < count; ++i)
        if (holes[static_cast<std::size_t>(i)].name == m_selection.hole())
            now = i;
    const Hole& next = holes[static_cast<std::size_t>(((now + by) % count + count) % count)];
    m_selection.select(m_document.job().patterns[next.pattern].name, next.name);
}

void BoardView::show_holes(const std::vector<int>& holes) {
    fit();
    if (holes.empty())
        return;
    const Hole& first = m_document.plan().holes[static_cast<std::size_t>(holes.front())];
    m_selection.select(m_document.job().patterns[first.pattern].name, first.name);
    // A hole off the blank may lie outside the fitted view: bring it to the middle then.
    const auto at = position_of(first.name);
    if (at && !QRectF(rect()).adjusted(30, 30, -30, -30).contains(*at)) {
        const QPointF away = *at - QRectF(rect()).center();
        const double out =
            std::max(std::fabs(away.x()) / (width() / 2.0 - 50.0), std::fabs(away.y()) / (height() / 2.0 - 50.0));
        zoom(1.0 / std::max(out, 1.0), QRectF(rect()).center());
    }
}

// A strip that comes or goes while something is dragged must not move the board away under the hand.
void BoardView::resizeEvent(QResizeEvent*) {
    if (m_fitted && !m_drag)
        fit();
}

void BoardView::wheelEvent(QWheelEvent* event) {
    zoom(std::pow(1.0015, event->angleDelta().y()), event->position());
    event->accept();
}

void BoardView::mousePressEvent(QMouseEvent* event) {
    if (event->button() == Qt::LeftButton || event->button() == Qt::MiddleButton)
        m_pressed = event->position();
}

void BoardView::mouseMoveEvent(QMouseEvent* event) {
    constexpr double drag_starts = 5.0;
    if (m_pressed && !m_dragged_from && !m_drag && QLineF(*m_pressed, event->position()).length() > drag_starts) {
        if (m_stage == Stage::Holes && !m_measuring && event->buttons().testFlag(Qt::LeftButton))
            m_drag = PatternDrag::begin(m_document.settled(), m_document.plan().holes, m_selection.pattern(),
                                        m_map.to_metal(*m_pressed) - datum_from_middle(m_document.settled()),
                                        m_map.metal(grip_pixels));
        if (!m_drag)
            m_dragged_from = m_pressed;
        setCursor(m_drag ? Qt::SizeAllCursor : Qt::ClosedHandCursor);
    }
    if (m_drag)
        m_document.preview(dragged_to(event->position()));
    if (m_dragged_from) {
        pan(event->position() - *m_dragged_from);
        m_dragged_from = event->position();
    }
    m_hover = event->position();
    update();
}

void BoardView::mouseReleaseEvent(QMouseEvent* event) {
    m_hover = event->position();
    if (m_drag)
        let_go(true);
    else if (m_pressed && !m_dragged_from && event->button() == Qt::LeftButton) {
        if (m_measuring)
            take_feature(feature_at(m_document, m_map, event->position()));
        else
            select_at(event->position());
    }
    m_pressed.reset();
    m_dragged_from.reset();
    unsetCursor();
    update();
}

void BoardView::leaveEvent(QEvent*) {
    m_hover.reset();
    update();
}

void BoardView::keyPressEvent(QKeyEvent* event) {
    constexpr double step = 40.0;
    const bool move = event->modifiers().testFlag(Qt::ShiftModifier);
    switch (event->key()) {
    case Qt::Key_F:
        return fit();
    case Qt::Key_D:
        return next_dimensions();
    case Qt::Key_M:
        return set_measuring(!m_measuring);
    case Qt::Key_C:
        if (!measured_text().isEmpty())
            QApplication::clipboard()->setText(measured_text());
        return;
    case Qt::Key_Escape:
        let_go(false);
        m_pressed.reset();
        return set_measuring(false);
    case Qt::Key_Return:
    case Qt::Key_Enter:
        if (m_measuring)
            take_feature(hole_feature(m_document, m_selection.hole()));
        return;
    case Qt::Key_Plus:
    case Qt::Key_Equal:
        return zoom(1.25, QRectF(rect()).center());
    case Qt::Key_Minus:
        return zoom(0.8, QRectF(rect()).center());
    case Qt::Key_Left:
        return move ? pan({step, 0}) : step_selection(-1);
    case Qt::Key_Right:
        return move ? pan({-step, 0}) : step_selection(1);
    case Qt::Key_Up:
        return move ? pan({0, step}) : step_selection(-1);
    case Qt::Key_Down:
        return move ? pan({0, -step}) : step_selection(1);
    default:
        QWidget::keyPressEvent(event);
    }
}

} // namespace clockface::app
