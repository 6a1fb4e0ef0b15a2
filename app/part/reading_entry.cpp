#include "part/reading_entry.h"

#include "look/plain_text.h"
#include "look/words.h"
#include "survey/part_text.h"

#include <QApplication>
#include <QClipboard>
#include <QCompleter>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QShortcut>
#include <QTableView>

namespace clockface::app {

ReadingEntry::ReadingEntry(ReadingSource& source, QWidget* parent)
    : QWidget(parent)
    , m_source(source)
    , m_model(source) {
    auto* box = new QVBoxLayout(this);
    box->setContentsMargins(0, 0, 0, 0);
    box->setSpacing(8);
    auto* row = new QHBoxLayout;
    row->setSpacing(4);
    const auto field = [&](const QString& name, const QString& what, const QString& hint, int stretch) {
        auto* made = new QLineEdit;
        made->setObjectName(name);
        made->setAccessibleName(what);
        set_tip(made, tr("%1. Enter goes on to the next; after the figure the reading is added.").arg(what));
        made->setPlaceholderText(hint);
        made->setProperty("entry", true);
        row->addWidget(made, stretch);
        connect(made, &QLineEdit::returnPressed, this, [this, made] { step_on(made); });
        return made;
    };
    m_kind = field(QStringLiteral("readingKind"), tr("kind of reading"), tr("kind"), 5);
    m_one = field(QStringLiteral("readingOne"), tr("first hole"), tr("from"), 3);
    m_two = field(QStringLiteral("readingTwo"), tr("second hole or edge"), tr("to"), 3);
    m_three = field(QStringLiteral("readingThree"), tr("third hole or edge"), tr("and"), 3);
    m_figure = field(QStringLiteral("readingFigure"), tr("figure read"), tr("figure"), 4);
    QStringList kinds;
    for (const ReadingKind kind : reading_kinds)
        kinds << q(word_of(kind));
    auto* completer = new QCompleter(kinds, m_kind);
    completer->setCompletionMode(QCompleter::InlineCompletion);
    m_kind->setCompleter(completer);
    m_kind->setText(q(word_of(ReadingKind::Outside)));
    connect(m_kind, &QLineEdit::textChanged, this, &ReadingEntry::follow_kind);
    for (QLineEdit* each : {m_one, m_two, m_three})
        connect(each, &QLineEdit::textChanged, this, &ReadingEntry::say_how);
    box->addLayout(row);
    m_picture = new ReadingPicture;
    box->addWidget(m_picture);
    m_correction = quiet_label({});
    m_correction->setObjectName(QStringLiteral("readingCorrection"));
    box->addWidget(m_correction);
    make_table();
    box->addWidget(m_table, 1);
    connect(&m_model, &ReadingTable::refused, this, &ReadingEntry::told);
    follow_kind();
}

void ReadingEntry::make_table() {
    m_table = new QTableView;
    m_table->setObjectName(QStringLiteral("readingTable"));
    m_table->setAccessibleName(tr("readings"));
    m_table->setModel(&m_model);
    m_table->verticalHeader()->hide();
    m_table->verticalHeader()->setDefaultSectionSize(23);
    m_table->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    m_table->horizontalHeader()->setSectionResizeMode(ReadingTable::Number, QHeaderView::ResizeToContents);
    m_table->setSelectionBehavior(QAbstractItemView::SelectRows);
    m_table->setSelectionMode(QAbstractItemView::SingleSelection);
    m_table->setShowGrid(false);
    m_table->setTabKeyNavigation(false);
    m_table->setMinimumHeight(250);
    set_tip(m_table,
            tr("Type over a figure (F2). Delete strikes a reading out or takes it in again, Shift+Delete takes "
               "it away, Ctrl+V pastes readings."));
    const auto key = [this](const QKeySequence& keys, std::function<void()> act) {
        auto* made = new QShortcut(keys, m_table);
        made->setContext(Qt::WidgetShortcut);
        connect(made, &QShortcut::activated, this, std::move(act));
    };
    key(QKeySequence(Qt::Key_Delete), [this] { m_model.strike(m_table->currentIndex().row()); });
    key(QKeySequence(Qt::SHIFT | Qt::Key_Delete), [this] { m_model.remove(m_table->currentIndex().row()); });
    key(QKeySequence::Paste, [this] { paste(); });
    connect(m_table->selectionModel(), &QItemSelectionModel::currentRowChanged, this,
            [this](const QModelIndex& now) { emit chosen(now.row()); });
}

void ReadingEntry::set_look(const Look& look) {
    m_picture->set_look(look);
}

QPushButton* ReadingEntry::paste_link() {
    auto* pasted = link_button(QStringLiteral("pasteReadings"), tr("paste readings"));
    set_tip(pasted, tr("One reading a line, as in a spreadsheet: outside H1 H2 63.42"));
    connect(pasted, &QPushButton::clicked, this, &ReadingEntry::paste);
    return pasted;
}

void ReadingEntry::follow() {
    m_model.follow();
    say_how();
}

void ReadingEntry::take(ReadingKind kind, const std::vector<std::string>& between) {
    m_kind->setText(q(word_of(kind)));
    QLineEdit* const names[] = {m_one, m_two, m_three};
    for (std::size_t i = 0; i < between.size() && i < std::size(names); ++i)
        names[i]->setText(q(between[i]));
    m_figure->clear();
    m_figure->setFocus();
}

// How the figure stands to the centres and, once it is said between what, what to expect.
void ReadingEntry::say_how() {
    const auto kind = kind_typed();
    if (!kind)
        return;
    QString words = q(correction_in_words(*kind));
    Reading typed;
    typed.kind = *kind;
    for (const QLineEdit* each : {m_one, m_two, m_three})
        if (!each->isHidden() && !each->text().trimmed().isEmpty())
            typed.between.push_back(each->text().trimmed().toStdString());
    if (const QString expected = m_expected ? m_expected(typed) : QString(); !expected.isEmpty())
        words += QLatin1Char('\n') + expected;
    m_correction->setText(words);
}

std::optional<ReadingKind> ReadingEntry::kind_typed() const {
    const Result<ReadingKind> read = read_kind(m_kind->text().trimmed().toStdString());
    return read ? std::optional(*read) : std::nullopt;
}

void ReadingEntry::follow_kind() {
    const auto kind = kind_typed();
    if (!kind)
        return;
    m_picture->show_kind(*kind);
    m_three->setVisible(features_of(*kind).size() > 2);
    m_figure->setVisible(has_figure(*kind));
    say_how();
}

void ReadingEntry::step_on(QLineEdit* from) {
    // A right angle between two edges has no third name.
    const bool of_edges = kind_typed() == ReadingKind::Square &&
                          edge_index(m_source.settled(), m_one->text().trimmed().toStdString()) >= 0;
    QList<QLineEdit*> line;
    for (QLineEdit* each : {m_kind, m_one, m_two, m_three, m_figure})
        if (!each->isHidden() && !(of_edges && each == m_three))
            line << each;
    if (from == m_kind) {
        const Result<ReadingKind> read = read_kind(m_kind->text().trimmed().toStdString());
        if (!read)
            return emit told(q(read.error().sentence));
        m_kind->setText(q(word_of(*read)));
        emit told({});
    }
    const auto at = line.indexOf(from);
    if (at + 1 < line.size()) {
        line[at + 1]->setFocus();
        line[at + 1]->selectAll();
    } else {
        add_reading();
    }
}

void ReadingEntry::add_reading() {
    QStringList words{m_kind->text().trimmed()};
    for (const QLineEdit* each : {m_one, m_two, m_three, m_figure})
        if (!each->isHidden())
            words << each->text().trimmed();
    const Result<int> added = m_model.add_lines(words.join(QLatin1Char(' ')));
    if (!added)
        return emit told(q(added.error().text())); // what was typed stays, to be mended
    emit told({});
    for (QLineEdit* each : {m_one, m_two, m_three, m_figure})
        each->clear();
    m_one->setFocus();
    m_table->scrollToBottom();
    emit this->added();
}

void ReadingEntry::paste() {
    const Result<int> added = m_model.add_lines(QApplication::clipboard()->text());
    emit told(added ? QString() : tr("Nothing was pasted. %1").arg(q(added.error().text())));
}

} // namespace clockface::app
