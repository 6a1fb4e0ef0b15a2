#include "part/part_slip.h"
#include "measure/figures.h"

#include "look/plain_text.h"
#include "look/words.h"
#include "survey/part_text.h"
#include "widgets/flow_layout.h"
#include "words/say.h"

#include <QApplication>
#include <QClipboard>
#include <QCompleter>
#include <QHeaderView>
#include <QKeyEvent>
#include <QLabel>
#include <QPushButton>
#include <QShortcut>
#include <QTableView>
#include <QToolButton>

namespace clockface::app {

PartSlip::PartSlip(Document& document, Selection& selection, PartSelection& chosen, QWidget* parent)
    : Slip(document, selection, parent)
    , m_chosen(chosen)
    , m_model(document)
    , m_hole(card(new QVBoxLayout, 8,
                  [this](Card& card) {
                      write_hole(card);
                      write_designs(card);
                  }))
    , m_copy(card(new QVBoxLayout, 8, [this](Card& card) { write_laying(card); }))
    , m_marks(card(new QVBoxLayout, 8, [this](Card& card) { write_marks(card); }))
    , m_fitting([this](bool waiting) {
        if (waiting)
            m_fit->setText(tr("Working it out …"));
    }) {
    auto* head = new QHBoxLayout;
    head->addWidget(heading_label(tr("Copied from a part")), 1);
    auto* back = link_button(QStringLiteral("partBack"), tr("back to the holes"));
    connect(back, &QPushButton::clicked, this, &PartSlip::leave_wanted);
    head->addWidget(back);
    body()->addLayout(head);
    m_tabs = add_tabs({{QStringLiteral("pageReadings"), tr("Readings")},
                       {QStringLiteral("pageHoles"), tr("Holes")},
                       {QStringLiteral("pageCopy"), tr("The copy")},
                       {QStringLiteral("pageMarks"), tr("Marks")}},
                      [this](int tab) { show_page(pages[static_cast<std::size_t>(tab)].page); });
    m_told = quiet_label({});
    m_told->setObjectName(QStringLiteral("partTold"));
    m_told->setProperty("fault", true);
    m_told->hide();
    body()->addWidget(m_told);
    // Pages stand in the slip itself, one of them shown: a stack would not give sentences the height they need.
    m_pages = {readings_page(), holes_page(), copy_page(), marks_page()};
    for (QWidget* page : std::as_const(m_pages)) {
        page->hide();
        body()->addWidget(page, 1);
    }
    connect(&m_model, &ReadingTable::refused, this, &PartSlip::tell);
    connect(&chosen, &PartSelection::changed, this, [this] {
        if (isVisible())
            refresh();
    });
    show_page(Readings);
}

void PartSlip::show_page(Page page) {
    m_tabs[page]->setChecked(true);
    m_page = page;
    for (std::size_t tab = 0; tab < pages.size(); ++tab)
        m_pages[static_cast<qsizetype>(tab)]->setVisible(pages[tab].page == page);
    if (isVisible())
        refresh();
}

void PartSlip::tell(const QString& sentence) {
    m_told->setText(sentence);
    m_told->setVisible(!sentence.isEmpty());
}

void PartSlip::edit(const QString& step, const Job& next) {
    const auto kept = document().edit(step, next);
    tell(kept ? QString() : q(kept.error().text()));
}

// ---- readings

QWidget* PartSlip::readings_page() {
    auto* page = new QWidget;
    auto* box = new QVBoxLayout(page);
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
    connect(m_kind, &QLineEdit::textChanged, this, &PartSlip::follow_kind);
    box->addLayout(row);
    m_picture = new ReadingPicture;
    box->addWidget(m_picture);
    m_correction = quiet_label({});
    m_correction->setObjectName(QStringLiteral("readingCorrection"));
    box->addWidget(m_correction);

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
            [this](const QModelIndex& now) { m_chosen.select_reading(now.row()); });
    box->addWidget(m_table, 1);
    auto* links = new FlowLayout;
    auto* pasted = link_button(QStringLiteral("pasteReadings"), tr("paste readings"));
    set_tip(pasted, tr("One reading a line, as in a spreadsheet: outside H1 H2 63.42"));
    connect(pasted, &QPushButton::clicked, this, &PartSlip::paste);
    links->addWidget(pasted);
    auto* edge = link_button(QStringLiteral("partEdge"), tr("sketch an edge"));
    connect(edge, &QPushButton::clicked, this, &PartSlip::edge_wanted);
    links->addWidget(edge);
    auto* hole = link_button(QStringLiteral("addOldHole"), tr("add a hole"));
    set_tip(hole, tr("A hole beside the last one; or click on the board where it is"));
    connect(hole, &QPushButton::clicked, this, [this] {
        Job next = this->document().settled();
        const auto& holes = next.old_part.holes;
        const Point at = holes.empty() ? Point{} : holes.back().sketched + Point{Length::mm(25.0), Length::mm(7.0)};
        next.old_part = with_hole(std::move(next.old_part), at);
        const std::string name = next.old_part.holes.back().name;
        edit(tr("sketching a hole"), next);
        m_chosen.select_hole(name);
    });
    links->addWidget(hole);
    box->addLayout(links);
    m_words = quiet_label({});
    m_words->setObjectName(QStringLiteral("surveyWords"));
    let_copy(m_words);
    box->addWidget(m_words);
    m_next = link_button(QStringLiteral("nextReading"), {});
    set_tip(m_next, tr("Takes it into the line above, ready for the figure"));
    connect(m_next, &QPushButton::clicked, this, &PartSlip::take_next);
    box->addWidget(m_next);
    follow_kind();
    return page;
}

std::optional<ReadingKind> PartSlip::kind_typed() const {
    const Result<ReadingKind> read = read_kind(m_kind->text().trimmed().toStdString());
    return read ? std::optional(*read) : std::nullopt;
}

void PartSlip::follow_kind() {
    const auto kind = kind_typed();
    if (!kind)
        return;
    m_picture->show_kind(*kind);
    m_correction->setText(q(correction_in_words(*kind)));
    m_three->setVisible(features_of(*kind).size() > 2);
    m_figure->setVisible(has_figure(*kind));
}

void PartSlip::step_on(QLineEdit* from) {
    // A right angle between two edges has no third name.
    const bool of_edges = kind_typed() == ReadingKind::Square &&
                          edge_index(document().settled().old_part, m_one->text().trimmed().toStdString()) >= 0;
    QList<QLineEdit*> line;
    for (QLineEdit* each : {m_kind, m_one, m_two, m_three, m_figure})
        if (!each->isHidden() && !(of_edges && each == m_three))
            line << each;
    if (from == m_kind) {
        const Result<ReadingKind> read = read_kind(m_kind->text().trimmed().toStdString());
        if (!read)
            return tell(q(read.error().sentence));
        m_kind->setText(q(word_of(*read)));
        tell({});
    }
    const auto at = line.indexOf(from);
    if (at + 1 < line.size()) {
        line[at + 1]->setFocus();
        line[at + 1]->selectAll();
    } else {
        add_reading();
    }
}

void PartSlip::add_reading() {
    QStringList words{m_kind->text().trimmed()};
    for (const QLineEdit* each : {m_one, m_two, m_three, m_figure})
        if (!each->isHidden())
            words << each->text().trimmed();
    const Result<int> added = m_model.add_lines(words.join(QLatin1Char(' ')));
    if (!added)
        return tell(q(added.error().text())); // what was typed stays, to be mended
    tell({});
    for (QLineEdit* each : {m_one, m_two, m_three, m_figure})
        each->clear();
    m_one->setFocus();
    m_table->scrollToBottom();
}

void PartSlip::paste() {
    const Result<int> added = m_model.add_lines(QApplication::clipboard()->text());
    tell(added ? QString() : tr("Nothing was pasted. %1").arg(q(added.error().text())));
}

void PartSlip::take_next() {
    const auto& next = document().survey().next;
    if (!next)
        return;
    m_kind->setText(q(word_of(next->kind)));
    m_one->setText(q(next->between[0]));
    m_two->setText(q(next->between[1]));
    m_figure->clear();
    m_figure->setFocus();
}

void PartSlip::show_words() {
    const Survey& found = document().survey();
    const OldPart& part = document().job().old_part;
    QStringList lines;
    for (const std::string& each : found.sentences)
        lines << q(each);
    const auto chosen = static_cast<std::size_t>(std::max(m_chosen.reading(), 0));
    if (m_chosen.reading() >= 0 && chosen < found.readings.size() && !found.readings[chosen].doubt.empty())
        lines << tr("Reading %1: %2").arg(chosen + 1).arg(q(found.readings[chosen].doubt));
    if (found.settled())
        if (const auto worst = found.worst())
            lines << tr("All %1 have their place, the worst within %2; %3.")
                         .arg(q(say("{count} {count:hole|holes}", {{"count", part.holes.size()}})),
                              q(thousandths(*worst, part.unit)),
                              q(say("{count} {count:reading|readings}", {{"count", found.spare}})) +
                                  tr(" more than needed"));
    if (const auto unchecked = std::count_if(found.holes.begin(), found.holes.end(),
                                             [](const SurveyedHole& hole) { return !hole.unchecked.empty(); });
        unchecked > 0)
        lines << tr("%1 unchecked: a slip of the pen there would not show.")
                     .arg(q(say("{count} {count:hole|holes}", {{"count", unchecked}})) +
                          (unchecked == 1 ? tr(" is") : tr(" are")));
    m_next->setVisible(found.next.has_value());
    if (found.next) {
        QStringList names;
        for (const std::string& each : found.next->between)
            names << q(each);
        m_next->setText(
            tr("measure next: %1 %2").arg(q(kind_in_words(found.next->kind)), names.join(QLatin1Char(' '))));
        lines << tr("With the next reading, as below: %1").arg(q(found.next->reason));
    }
    m_words->setText(lines.join(QStringLiteral("\n")));
}

// Looked for again only where the readings or what is taken for them are others: it takes longer than the rest.
void PartSlip::look_for_designs() {
    const OldPart& part = document().settled().old_part;
    Shape now;
    now << document().surveying();
    for (const std::string& line : to_lines(part))
        now << line;
    if (now == m_proposed_for)
        return;
    m_proposed_for = now;
    m_proposals = proposals(part, document().survey());
}

void PartSlip::refresh() {
    show_words();
    const std::optional<bool> mirrored = document().job().old_part.laying.mirrored;
    m_as_seen->setChecked(mirrored == false);
    m_turned_over->setChecked(mirrored == true);
    const bool trying = document().trying();
    switch (m_page) { // the other pages are written when they come to view
    case Readings:
        break;
    case Holes:
        if (!trying)
            look_for_designs();
        m_hole.renew(trying);
        break;
    case Copy:
        m_copy.renew(trying);
        show_fit();
        break;
    case Marks:
        m_marks.renew(trying);
        break;
    }
}

} // namespace clockface::app
