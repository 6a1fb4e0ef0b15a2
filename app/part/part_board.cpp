#include "part/part_board.h"

#include "look/plain_text.h"
#include "look/words.h"
#include "measure/figures.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPushButton>
#include <QWheelEvent>
#include <algorithm>
#include <cmath>

namespace clockface::app {

namespace {

constexpr double margin_pixels = 70.0, grip_pixels = 14.0, drag_begins = 4.0;

} // namespace

PartBoard::PartBoard(Document& document, PartSelection& selection, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_selection(selection)
    , m_look(&Look::day()) {
    setObjectName(QStringLiteral("partBoard"));
    setAccessibleName(tr("the old part"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    m_edge_button = new QPushButton(tr("Sketch an edge"), this);
    m_edge_button->setObjectName(QStringLiteral("sketchEdge"));
    m_edge_button->setAccessibleName(m_edge_button->text());
    set_tip(m_edge_button, tr("A straight edge that is measured from: click its two ends (E)"));
    m_edge_button->setProperty("onBoard", true);
    m_edge_button->setFocusPolicy(Qt::TabFocus);
    m_edge_button->adjustSize();
    m_edge_button->move(10, 10);
    connect(m_edge_button, &QPushButton::clicked, this, &PartBoard::begin_edge);
    connect(&document, &Document::changed, this, &PartBoard::follow);
    connect(&selection, &PartSelection::changed, this, qOverload<>(&QWidget::update));
}

void PartBoard::set_look(const Look& look) {
    m_look = &look;
    update();
}

void PartBoard::follow() {
    if (!isVisible())
        return;
    if (m_fitted && !m_dragged)
        fit();
    update();
}

SketchFrame PartBoard::frame() const {
    return sketch_frame(m_document.job().old_part, m_document.survey());
}

Point PartBoard::on_board(Point sketched) const {
    return frame().laid(sketched);
}

Point PartBoard::in_sketch(QPointF at) const {
    const Point exact = frame().sketched(m_map.to_metal(at));
    return {Length::mm(std::round(exact.x.in_mm())), Length::mm(std::round(exact.y.in_mm()))}; // a sketch is no nearer
}

QPointF PartBoard::position_of(Point sketched) const {
    return m_map.to_screen(on_board(sketched));
}

Point PartBoard::place(int hole) const {
    const auto index = static_cast<std::size_t>(hole);
    const OldHole& old = m_document.job().old_part.holes[index];
    if (m_dragged && *m_dragged == old.name && m_dragged_to)
        return on_board(*m_dragged_to);
    return frame().turned(m_document.survey().holes[index].drawn);
}

std::optional<QPointF> PartBoard::position_of(const std::string& hole) const {
    const int index = hole_index(m_document.job().old_part, hole);
    return index < 0 ? std::nullopt : std::optional(m_map.to_screen(place(index)));
}

void PartBoard::fit() {
    m_fitted = true;
    const OldPart& part = m_document.job().old_part;
    Point low{Length::mm(HUGE_VAL), Length::mm(HUGE_VAL)}, high{Length::mm(-HUGE_VAL), Length::mm(-HUGE_VAL)};
    const auto take = [&](Point at) {
        low = {std::min(low.x, at.x), std::min(low.y, at.y)};
        high = {std::max(high.x, at.x), std::max(high.y, at.y)};
    };
    for (int i = 0; i < static_cast<int>(part.holes.size()); ++i)
        take(place(i));
    for (const OldEdge& edge : part.edges) {
        take(on_board(edge.from));
        take(on_board(edge.to));
    }
    if (part.holes.empty() && part.edges.empty()) {
        take({});
        take({Length::mm(160.0), Length::mm(110.0)});
    }
    const double w = std::max(40.0, (high.x - low.x).in_mm()), h = std::max(30.0, (high.y - low.y).in_mm());
    m_map.pixels_per_mm =
        std::max(0.05, std::min((width() - 2 * margin_pixels) / w, (height() - 2 * margin_pixels) / h));
    const Point middle = (low + high) * 0.5;
    m_map.middle = QPointF(width() / 2.0 - m_map.pixels(middle.x), height() / 2.0 + m_map.pixels(middle.y));
    update();
}

void PartBoard::resizeEvent(QResizeEvent*) {
    if (m_fitted)
        fit();
}

int PartBoard::hole_at(QPointF at) const {
    const OldPart& part = m_document.job().old_part;
    int best = -1;
    double least = HUGE_VAL;
    for (int i = 0; i < static_cast<int>(part.holes.size()); ++i) {
        const double away = QLineF(at, m_map.to_screen(place(i))).length();
        const double reach =
            std::max(grip_pixels, m_map.pixels(part.holes[static_cast<std::size_t>(i)].diameter) / 2.0);
        if (away < reach && away < least) {
            least = away;
            best = i;
        }
    }
    return best;
}

void PartBoard::add_hole(Point sketched) {
    Job next = m_document.settled();
    next.old_part = with_hole(std::move(next.old_part), sketched);
    const std::string name = next.old_part.holes.back().name;
    if (const auto kept = m_document.edit(tr("sketching a hole"), next); !kept)
        emit told(q(kept.error().text()));
    else
        m_selection.select_hole(name);
}

void PartBoard::move_hole(const std::string& name, Point sketched) {
    Job next = m_document.settled();
    next.old_part.holes[static_cast<std::size_t>(hole_index(next.old_part, name))].sketched = sketched;
    if (const auto kept = m_document.edit(tr("moving a sketched hole"), next); !kept)
        emit told(q(kept.error().text()));
}

void PartBoard::add_edge(Point from, Point to) {
    Job next = m_document.settled();
    next.old_part = with_edge(std::move(next.old_part), from, to);
    if (const auto kept = m_document.edit(tr("sketching an edge"), next); !kept)
        emit told(q(kept.error().text()));
}

void PartBoard::begin_edge() {
    m_edging = true;
    m_edge_from.reset();
    setFocus();
    emit told(tr("Click the two ends of a straight edge, from left to right or upwards. Escape ends."));
}

void PartBoard::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton)
        return;
    const Point at = in_sketch(event->position());
    if (m_edging) {
        if (!m_edge_from) {
            m_edge_from = at;
        } else {
            const Point from = *m_edge_from;
            m_edging = false;
            m_edge_from.reset();
            add_edge(from, at);
        }
        return update();
    }
    const int hole = hole_at(event->position());
    if (hole < 0)
        return add_hole(at);
    const std::string& name = m_document.job().old_part.holes[static_cast<std::size_t>(hole)].name;
    m_selection.select_hole(name);
    m_dragged = name;
    m_dragged_to.reset();
}

void PartBoard::mouseMoveEvent(QMouseEvent* event) {
    if (!m_dragged)
        return;
    const QPointF from = m_map.to_screen(place(hole_index(m_document.job().old_part, *m_dragged)));
    if (m_dragged_to || QLineF(from, event->position()).length() > grip_pixels + drag_begins) {
        m_dragged_to = in_sketch(event->position());
        update();
    }
}

void PartBoard::mouseReleaseEvent(QMouseEvent*) {
    const auto dragged = std::exchange(m_dragged, std::nullopt);
    const auto to = std::exchange(m_dragged_to, std::nullopt);
    if (dragged && to)
        move_hole(*dragged, *to);
}

void PartBoard::wheelEvent(QWheelEvent* event) {
    m_fitted = false;
    const double factor = std::pow(1.0015, event->angleDelta().y());
    const QPointF about = event->position();
    m_map.pixels_per_mm = std::clamp(m_map.pixels_per_mm * factor, 0.02, 2000.0);
    m_map.middle = about + (m_map.middle - about) * factor;
    update();
}

void PartBoard::keyPressEvent(QKeyEvent* event) {
    const OldPart& part = m_document.job().old_part;
    const int chosen = hole_index(part, m_selection.hole());
    const int many = static_cast<int>(part.holes.size());
    const auto choose = [&](int by) {
        if (many > 0)
            m_selection.select_hole(
                part.holes[static_cast<std::size_t>(((chosen < 0 ? 0 : chosen + by) + many) % many)].name);
    };
    switch (event->key()) {
    case Qt::Key_Right:
    case Qt::Key_Down:
        return choose(1);
    case Qt::Key_Left:
    case Qt::Key_Up:
        return choose(-1);
    case Qt::Key_F:
        return fit();
    case Qt::Key_E:
        return begin_edge();
    case Qt::Key_Escape:
        if (!m_edging)
            break;
        m_edging = false;
        m_edge_from.reset();
        return update();
    default:
        break;
    }
    QWidget::keyPressEvent(event);
}

} // namespace clockface::app
