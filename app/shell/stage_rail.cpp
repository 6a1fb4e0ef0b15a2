#include "shell/stage_rail.h"

#include "look/plain_text.h"
#include "shell/icon.h"

#include <QPainter>
#include <QVBoxLayout>
#include <algorithm>

namespace clockface::app {

StageButton::StageButton(const QString& icon, const QString& word, const QKeySequence& keys, QWidget* parent)
    : QAbstractButton(parent)
    , m_icon(icon) {
    setText(word);
    setObjectName(QStringLiteral("stage") + word);
    setAccessibleName(QObject::tr("stage %1").arg(word));
    set_tip(this, QStringLiteral("%1 (%2)").arg(word, keys.toString()));
    setShortcut(keys);
    setCheckable(true);
    setAutoExclusive(true);
    setFixedSize(92, 80);
}

void StageButton::set_state(StageState state) {
    if (state == m_state)
        return; // drawing the icon is dear, and this is asked at every key
    m_state = state;
    setAccessibleDescription(in_words(state));
    update();
}

void StageButton::set_look(const Look& look) {
    m_look = &look;
    update();
}

void StageButton::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    if (isChecked()) {
        painter.fillRect(rect(), m_look->board);
        painter.fillRect(QRect(0, 0, 4, height()), m_look->brass_on_dark);
    }
    const QColor ink = isChecked() ? m_look->scribed : m_look->faint;
    painter.drawPixmap(width() / 2 - 16, 12, line_drawing(m_icon, ink, 32, devicePixelRatioF()));
    painter.setFont(type(10, isChecked()));
    painter.setPen(ink);
    painter.drawText(QRect(0, 48, width(), 22), Qt::AlignCenter, text());
    const QPointF mark(width() - 17.0, 17.0);
    switch (m_state.kind) {
    case StageState::Kind::Untouched:
        break;
    case StageState::Kind::InHand:
        painter.setPen(QPen(m_look->brass_on_dark, 2.0));
        painter.setBrush(Qt::NoBrush);
        painter.drawEllipse(mark, 5.0, 5.0);
        painter.setBrush(m_look->brass_on_dark);
        painter.drawPie(QRectF(mark.x() - 5, mark.y() - 5, 10, 10), 90 * 16, 180 * 16);
        break;
    case StageState::Kind::Done:
        painter.setPen(QPen(m_look->good_on_dark, 2.4, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
        painter.drawPolyline(QPolygonF({mark + QPointF(-5, 0), mark + QPointF(-1, 4), mark + QPointF(6, -5)}));
        break;
    case StageState::Kind::Attention: {
        painter.setPen(Qt::NoPen);
        painter.setBrush(m_look->brass_on_dark);
        painter.drawPolygon(QPolygonF({mark + QPointF(0, -12), mark + QPointF(13, 10), mark + QPointF(-13, 10)}));
        painter.setFont(type(8, true));
        painter.setPen(m_look->surround);
        painter.drawText(QRectF(mark.x() - 12, mark.y() - 5, 24, 15), Qt::AlignCenter,
                         m_state.count > 99 ? QStringLiteral("99") : QString::number(m_state.count));
        break;
    }
    }
    if (hasFocus()) {
        painter.setPen(QPen(m_look->brass_on_dark, 1.0, Qt::DotLine));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(rect().adjusted(6, 2, -3, -3));
    }
}

StageRail::StageRail(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document) {
    setObjectName(QStringLiteral("rail"));
    setAttribute(Qt::WA_StyledBackground);
    setFixedWidth(92);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 56, 0, 8);
    layout->setSpacing(4);
    int key = Qt::Key_1;
    for (const StageEntry& stage : stages()) {
        auto* button = new StageButton(stage.id, stage.word, QKeySequence(Qt::CTRL | static_cast<Qt::Key>(key++)));
        connect(button, &QAbstractButton::clicked, this, [this, wanted = stage.stage] { emit stage_wanted(wanted); });
        layout->addWidget(button);
        m_buttons[stage.stage] = button;
    }
    layout->addStretch();
    connect(&document, &Document::changed, this, &StageRail::refresh);
    refresh();
}

void StageRail::set_stage(Stage stage) {
    m_buttons[stage]->setChecked(true);
}

void StageRail::set_look(const Look& look) {
    for (const auto& [stage, button] : m_buttons)
        button->set_look(look);
}

void StageRail::refresh() {
    for (const StageEntry& stage : stages())
        m_buttons[stage.stage]->set_state(stage.state(m_document));
}

} // namespace clockface::app
