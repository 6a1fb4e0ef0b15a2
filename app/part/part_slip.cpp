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

/// The readings of the job's old part.
class PartSlip::Source : public ReadingSource {
public:
    explicit Source(Document& document)
        : m_document(document) {}
    [[nodiscard]] const OldPart& part() const override { return m_document.job().old_part; }
    [[nodiscard]] const OldPart& settled() const override { return m_document.settled().old_part; }
    [[nodiscard]] Leftover left_over(std::size_t row) const override { return m_document.survey().readings[row]; }
    Result<void> add(const QString& step, const std::vector<Reading>& readings) override {
        Job next = m_document.settled();
        next.old_part.readings.insert(next.old_part.readings.end(), readings.begin(), readings.end());
        return m_document.edit(step, next);
    }
    Result<void> replace(const QString& step, std::size_t row, const Reading& reading) override {
        Job next = m_document.settled();
        next.old_part.readings[row] = reading;
        return m_document.edit(step, next);
    }
    Result<void> remove(const QString& step, std::size_t row) override {
        Job next = m_document.settled();
        next.old_part.readings.erase(next.old_part.readings.begin() + static_cast<std::ptrdiff_t>(row));
        return m_document.edit(step, next);
    }

private:
    Document& m_document;
};

PartSlip::PartSlip(Document& document, Selection& selection, PartSelection& chosen, QWidget* parent)
    : Slip(document, selection, parent)
    , m_chosen(chosen)
    , m_source(std::make_unique<Source>(document))
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
    m_entry = new ReadingEntry(*m_source);
    connect(m_entry, &ReadingEntry::told, this, &PartSlip::tell);
    connect(m_entry, &ReadingEntry::chosen, this, [this](int row) { m_chosen.select_reading(row); });
    connect(&document(), &Document::changed, m_entry, &ReadingEntry::follow);
    box->addWidget(m_entry, 1);
    auto* links = new FlowLayout;
    links->addWidget(m_entry->paste_link());
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
    connect(m_next, &QPushButton::clicked, this, [this] {
        if (const auto& next = this->document().survey().next)
            m_entry->take(next->kind, next->between);
    });
    box->addWidget(m_next);
    return page;
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
