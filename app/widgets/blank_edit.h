// A live blank in a sentence: a word or figure edited in place.
#pragma once

#include <QLineEdit>
#include <functional>

namespace clockface::app {

/// What came of a typed text: nothing (it is fine), an echo of how it was read, or a sentence why it will not do.
struct Tried {
    QString fault;
    QString echo;
};

class BlankEdit : public QLineEdit {
    Q_OBJECT
public:
    using Show = std::function<QString()>;
    /// Tries the text: with `keep` it becomes the job's, without it is shown on the board only.
    using Try = std::function<Tried(const QString& text, bool keep)>;

    /// `what` names the blank for people who cannot see it and for the tool tip: "diameter of the pitch circle".
    BlankEdit(const QString& name, const QString& what, Show show, Try attempt, QWidget* parent = nullptr);

    /// Shows the job's value again, unless somebody is at work in the blank with a text that is not settled.
    void refresh();
    [[nodiscard]] QSize sizeHint() const override;
    [[nodiscard]] QSize minimumSizeHint() const override { return {24, sizeHint().height()}; }
    [[nodiscard]] const QString& fault() const { return m_fault; }

signals:
    void verdict(const QString& fault, const QString& echo);
    /// Escape: what was being tried is off.
    void given_up();

protected:
    bool event(QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;

private:
    Show m_show;
    Try m_try;
    QString m_fault;
    bool m_unsettled = false;

    void type(const QString& text);
    void settle();
    void tell(const Tried& verdict);
};

} // namespace clockface::app
