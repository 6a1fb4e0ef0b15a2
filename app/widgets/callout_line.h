// The callout line: a hole pattern typed the way it is said, seen on the board at once, added with Enter.
#pragma once

#include "document/document.h"

#include <QLabel>
#include <QLineEdit>
#include <QWidget>

class QCompleter;

namespace clockface::app {

class CalloutLine : public QWidget {
    Q_OBJECT
public:
    explicit CalloutLine(Document& document, QWidget* parent = nullptr);

signals:
    /// A callout was accepted as the pattern of this name.
    void added(const std::string& pattern);

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    Document& m_document;
    QLineEdit* m_text;
    QCompleter* m_completer;
    QLabel* m_below;

    void type(const QString& text);
    void accept();
    [[nodiscard]] QString word_begun() const;
    void offer_words();
    void complete(const QString& word);
    void give_up();
    void tell(const QString& text, bool fault);
};

} // namespace clockface::app
