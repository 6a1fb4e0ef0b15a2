// A blank in a sentence that one of a few words stands in.
#pragma once

#include "widgets/wrapping.h"

#include <QElapsedTimer>
#include <QStringList>
#include <QToolButton>
#include <functional>

class QMenu;

namespace clockface::app {

/// Space, Enter, Alt+Down or a click open the list, with the present filling marked and at hand; typing the beginning
/// of a filling takes it, in the list and without it.
class ChoiceBlank : public Wrapping<QToolButton> {
    Q_OBJECT
public:
    /// `now` gives the index of the present filling, or -1; `choose` takes another.
    ChoiceBlank(const QString& name, const QString& what, QStringList fillings, std::function<int()> now,
                std::function<void(int)> choose, QWidget* parent = nullptr);

    void refresh();
    void open();
    [[nodiscard]] const QStringList& fillings() const { return m_fillings; }
    /// The list; made when it is first wanted.
    QMenu* list();

protected:
    bool event(QEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    QStringList m_fillings;
    std::function<int()> m_now;
    std::function<void(int)> m_choose;
    QMenu* m_list = nullptr;
    QString m_typed;
    QElapsedTimer m_since_key;

    int typed(const QString& letter);
};

} // namespace clockface::app
