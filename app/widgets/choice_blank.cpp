#include "widgets/choice_blank.h"

#include "look/plain_text.h"

#include <QAction>
#include <QApplication>
#include <QKeyEvent>
#include <QMenu>

namespace clockface::app {

namespace {

// A letter or figure that begins or continues a filling; not Space, which opens the list.
bool is_letter(const QKeyEvent* event, bool goes_on) {
    const bool plain = (event->modifiers() & ~(Qt::ShiftModifier | Qt::KeypadModifier)) == 0;
    return plain && !event->text().isEmpty() && event->text().front().isPrint() &&
           (goes_on || !event->text().front().isSpace());
}

} // namespace

ChoiceBlank::ChoiceBlank(const QString& name, const QString& what, QStringList fillings, std::function<int()> now,
                         std::function<void(int)> choose, QWidget* parent)
    : Wrapping(parent)
    , m_fillings(std::move(fillings))
    , m_now(std::move(now))
    , m_choose(std::move(choose)) {
    setObjectName(name);
    setAccessibleName(what);
    set_tip(this, what + tr(" – Space shows what can stand here; typing its beginning chooses it"));
    setFocusPolicy(Qt::StrongFocus);
    connect(this, &QToolButton::clicked, this, &ChoiceBlank::open);
    refresh();
}

void ChoiceBlank::refresh() {
    const QString now = button_text(m_fillings.value(m_now()));
    if (text() != now)
        setText(now);
}

QMenu* ChoiceBlank::list() {
    if (m_list)
        return m_list;
    m_list = new QMenu(this);
    m_list->setObjectName(objectName() + QStringLiteral("Menu"));
    for (int i = 0; i < m_fillings.size(); ++i) {
        QAction* action = m_list->addAction(button_text(m_fillings[i]));
        action->setCheckable(true);
        connect(action, &QAction::triggered, this, [this, i] { m_choose(i); });
    }
    m_list->installEventFilter(this);
    return m_list;
}

void ChoiceBlank::open() {
    const QList<QAction*> actions = list()->actions();
    const int now = m_now();
    for (int i = 0; i < actions.size(); ++i)
        actions[i]->setChecked(i == now);
    m_typed.clear();
    m_list->popup(mapToGlobal(QPoint(0, height())));
    if (now >= 0 && now < actions.size())
        m_list->setActiveAction(actions[now]);
}

// The filling that begins with what has been typed in one go, or -1.
int ChoiceBlank::typed(const QString& letter) {
    if (!m_since_key.isValid() || m_since_key.elapsed() > QApplication::keyboardInputInterval() * 3)
        m_typed.clear();
    m_since_key.start();
    m_typed += letter;
    const auto beginning = [this](const QString& text) {
        for (int i = 0; i < m_fillings.size(); ++i)
            if (m_fillings[i].startsWith(text, Qt::CaseInsensitive))
                return i;
        return -1;
    };
    const int found = beginning(m_typed);
    if (found < 0 && m_typed.size() > 1) { // another word is begun
        m_typed = letter;
        return beginning(m_typed);
    }
    return found;
}

bool ChoiceBlank::event(QEvent* event) {
    // Letters are for the choice before they are anybody's short cut.
    if (event->type() == QEvent::ShortcutOverride && is_letter(static_cast<QKeyEvent*>(event), !m_typed.isEmpty())) {
        event->accept();
        return true;
    }
    return QToolButton::event(event);
}

bool ChoiceBlank::eventFilter(QObject* watched, QEvent* event) {
    if (watched == m_list && event->type() == QEvent::KeyPress) {
        auto* key = static_cast<QKeyEvent*>(event);
        if (key->key() != Qt::Key_Return && key->key() != Qt::Key_Enter && is_letter(key, !m_typed.isEmpty())) {
            if (const int found = typed(key->text()); found >= 0)
                m_list->setActiveAction(m_list->actions().at(found));
            return true;
        }
    }
    return QToolButton::eventFilter(watched, event);
}

void ChoiceBlank::keyPressEvent(QKeyEvent* event) {
    const bool alt_down = event->key() == Qt::Key_Down && event->modifiers() == Qt::AltModifier;
    const bool space = event->key() == Qt::Key_Space && m_typed.isEmpty();
    if (alt_down || space || event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) {
        m_typed.clear();
        open();
        event->accept();
    } else if (is_letter(event, !m_typed.isEmpty())) {
        if (const int found = typed(event->text()); found >= 0 && found != m_now())
            m_choose(found);
        event->accept();
    } else {
        m_typed.clear();
        QToolButton::keyPressEvent(event);
    }
}

} // namespace clockface::app
