// One reading after the other, from the keyboard: kind, names, figure; a picture of how it is taken; and the table of
// all of them.
#pragma once

#include "part/reading_picture.h"
#include "part/reading_table.h"

#include <QLineEdit>
#include <functional>
#include <optional>

class QLabel;
class QPushButton;
class QTableView;

namespace clockface::app {

class ReadingEntry : public QWidget {
    Q_OBJECT
public:
    explicit ReadingEntry(ReadingSource& source, QWidget* parent = nullptr);

    void set_look(const Look& look);
    /// Takes a reading into the line, ready for the figure.
    void take(ReadingKind kind, const std::vector<std::string>& between);
    /// What to expect is said beside how the figure stands to the centres, as soon as the names are there.
    void expects(std::function<QString(const Reading&)> expected) { m_expected = std::move(expected); }
    /// A link that pastes readings; for wherever links stand.
    QPushButton* paste_link();
    void follow();

signals:
    /// A refusal, or nothing any more.
    void told(const QString& sentence);
    /// A reading was added from the line, which is empty for the next one.
    void added();
    /// A row of the table.
    void chosen(int row);

private:
    ReadingSource& m_source;
    ReadingTable m_model;
    QLineEdit *m_kind, *m_one, *m_two, *m_three, *m_figure;
    ReadingPicture* m_picture;
    QLabel* m_correction;
    QTableView* m_table;
    std::function<QString(const Reading&)> m_expected;

    void make_table();
    [[nodiscard]] std::optional<ReadingKind> kind_typed() const;
    void follow_kind();
    void say_how();
    void step_on(QLineEdit* from);
    void add_reading();
    void paste();
};

} // namespace clockface::app
