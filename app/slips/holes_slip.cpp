#include "slips/holes_slip.h"

#include "layout/on_bar.h"
#include "look/plain_text.h"
#include "look/words.h"

#include "layout/callout.h"
#include "layout/copies.h"
#include "layout/why.h"

#include "measure/figures.h"
#include "slips/pattern_sentence.h"

#include "widgets/callout_line.h"
#include "widgets/flow_layout.h"
#include "widgets/sum_check.h"

#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QShortcut>
#include <QTableView>
#include <algorithm>

namespace clockface::app {

namespace {

// The figure of a new pattern that the drawing most likely has otherwise.
QString first_blank(PatternKind kind) {
    switch (kind) {
    case PatternKind::Single:
        return QStringLiteral("size");
    case PatternKind::Grid:
        return QStringLiteral("columns");
    case PatternKind::Copy:
        return QStringLiteral("of");
    case PatternKind::Circle:
    case PatternKind::Arc:
    case PatternKind::Row:
    case PatternKind::Ring:
    case PatternKind::Helix:
        break;
    }
    return QStringLiteral("count");
}

} // namespace

HolesSlip::HolesSlip(Document& document, Selection& selection, QWidget* parent)
    : Slip(document, selection, parent)
    , m_patterns(card(new QVBoxLayout, 5, [this](Card& card) { write_patterns(card); }))
    , m_table_model(document) {
    auto* callout = new CalloutLine(document);
    connect(callout, &CalloutLine::added, this,
            [this](const std::string& name) { this->selection().select(name, {}); });
    body()->addWidget(callout);
    auto* add_line = new QWidget;
    auto* add = new FlowLayout(add_line);
    auto* add_label = plain_label(tr("Add"));
    add->addWidget(add_label);
    // What only a flat face or only the side of a bar has is shown there only.
    enum class Where { Flat, Anywhere, Side };
    struct Kind {
        PatternKind kind;
        const char* name;
        QString word, with_article;
        Where where;
    };
    const Kind kinds[] = {{PatternKind::Circle, "addCircle", tr("circle"), tr("a circle"), Where::Flat},
                          {PatternKind::Arc, "addArc", tr("arc"), tr("an arc"), Where::Flat},
                          {PatternKind::Row, "addRow", tr("row"), tr("a row"), Where::Anywhere},
                          {PatternKind::Single, "addSingle", tr("hole"), tr("a hole"), Where::Anywhere},
                          {PatternKind::Grid, "addGrid", tr("grid"), tr("a grid"), Where::Flat},
                          {PatternKind::Copy, "addCopy", tr("copy"), tr("a copy"), Where::Anywhere},
                          {PatternKind::Ring, "addRing", tr("ring"), tr("a ring"), Where::Side},
                          {PatternKind::Helix, "addHelix", tr("helix"), tr("a helix"), Where::Side}};
    for (int i = 0; i < static_cast<int>(std::size(kinds)); ++i) {
        auto* button = new QPushButton(kinds[i].word);
        button->setObjectName(QLatin1String(kinds[i].name));
        button->setAccessibleName(tr("add %1").arg(kinds[i].with_article));
        set_tip(button,
                tr("Adds %1, to be changed where it stands (Alt+%2)").arg(kinds[i].with_article).arg(i % 6 + 1));
        button->setShortcut(QKeySequence(Qt::ALT | static_cast<Qt::Key>(Qt::Key_1 + i % 6)));
        if (kinds[i].where != Where::Anywhere)
            (kinds[i].where == Where::Flat ? m_flat_buttons : m_side_buttons) << button;
        connect(button, &QPushButton::clicked, this, [this, kind = kinds[i].kind] { add_pattern(kind); });
        add->addWidget(button);
    }
    body()->addWidget(add_line);
    auto* copied = link_button(QStringLiteral("oldPart"), tr("copied from a part…"));
    set_tip(copied, tr("Measure an old part, or get its marks across (Ctrl+T)"));
    connect(copied, &QPushButton::clicked, this, &HolesSlip::old_part_wanted);
    body()->addWidget(copied);
    body()->addLayout(m_patterns.place());

    m_table = new QTableView;
    m_table->setObjectName(QStringLiteral("holeTable"));
    m_table->setAccessibleName(tr("holes of this pattern"));
    m_table->setModel(&m_table_model);
    m_table->verticalHeader()->hide();
    m_table->verticalHeader()->setDefaultSectionSize(26);
    m_table->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    m_table->setSelectionBehavior(QAbstractItemView::SelectRows);
    m_table->setSelectionMode(QAbstractItemView::SingleSelection);
    m_table->setShowGrid(false);
    m_table->setTabKeyNavigation(false);
    m_table->setEditTriggers(QAbstractItemView::DoubleClicked | QAbstractItemView::EditKeyPressed |
                             QAbstractItemView::AnyKeyPressed);
    set_tip(m_table, tr("Type over X or Y to shift one hole (F2); Delete leaves it out"));
    auto* leave_out = new QShortcut(QKeySequence(Qt::Key_Delete), m_table);
    leave_out->setContext(Qt::WidgetShortcut);
    connect(leave_out, &QShortcut::activated, this, &HolesSlip::leave_out_chosen);
    connect(&m_table_model, &HoleTable::refused, this, [this](const QString& why) { m_why->setText(why); });
    m_table->setVerticalScrollBarPolicy(Qt::ScrollBarAsNeeded);
    body()->addWidget(m_table);
    connect(m_table->selectionModel(), &QItemSelectionModel::currentRowChanged, this, [this](const QModelIndex& row) {
        if (const Hole* hole = m_table_model.hole_at(row.row()))
            this->selection().select(this->document().job().patterns[hole->pattern].name, hole->name);
    });

    m_why = quiet_label({});
    m_why->setObjectName(QStringLiteral("why"));
    let_copy(m_why);
    body()->addWidget(m_why);
    m_sum = new SumCheck;
    body()->addWidget(m_sum);
    m_zero_here = link_button(QStringLiteral("zeroHere"), {});
    set_tip(m_zero_here, tr("Counts all figures from this hole; no hole moves. Under Blank zero is set back."));
    connect(m_zero_here, &QPushButton::clicked, this, &HolesSlip::set_zero_here);
    body()->addWidget(m_zero_here);

    m_convention = quiet_label({});
    body()->addWidget(m_convention);
    body()->addStretch();

    connect(&selection, &Selection::changed, this, &HolesSlip::follow_selection);
}

int HolesSlip::open_pattern() {
    const Job& job = document().settled();
    const auto at_hand = [&](int i) {
        return i >= 0 && static_cast<std::size_t>(i) < job.patterns.size() &&
               is_at_hand(job, job.patterns[static_cast<std::size_t>(i)]);
    };
    if (const int chosen = pattern_index(job, selection().pattern()); at_hand(chosen))
        return chosen;
    // A pattern that has just been given another name stays open.
    if (at_hand(m_open_index) && job.patterns.size() == m_seen_patterns)
        return m_open_index;
    for (int i = 0; i < static_cast<int>(job.patterns.size()); ++i)
        if (at_hand(i))
            return i;
    return -1;
}

void HolesSlip::refresh() {
    const Job& job = document().settled();
    for (QPushButton* button : m_flat_buttons)
        button->setVisible(!job.blank.on_side());
    for (QPushButton* button : m_side_buttons)
        button->setVisible(job.blank.on_side());
    m_convention->setText(
        tr("%1; zero %2. Change them at Blank.").arg(q(job.convention.in_words()), q(in_words(job.datum, job.blank))));
    follow_selection();
}

void HolesSlip::write_patterns(Card& card) {
    const Job& job = document().settled();
    const int open = m_open_index;
    if (open < 0)
        card.quiet(tr("There are no holes yet. Begin with the pattern the drawing gives most holes in; every "
                      "figure in its sentence can then be typed over."));
    std::vector<int> made(job.patterns.size(), 0);
    for (const Hole& hole : document().plan().holes)
        if (hole.pattern < made.size())
            ++made[hole.pattern];
    for (std::size_t i = 0; i < job.patterns.size(); ++i) {
        if (!is_at_hand(job, job.patterns[i]))
            continue;
        if (static_cast<int>(i) == open) {
            write_open(card, i);
            continue;
        }
        const std::string name = job.patterns[i].name;
        card.line(QStringLiteral("pattern%1").arg(q(name)),
                  QStringLiteral("%1    %2").arg(q(name), pattern_summary(job, i, made[i])),
                  [this, name] { selection().select(name, {}); }, {.spoken = tr("open pattern %1").arg(q(name))});
    }
}

void HolesSlip::write_open(Card& card, std::size_t index) {
    const Job& job = document().settled();
    const Pattern& pattern = job.patterns[index];
    write_pattern(card.hangs_on(index).hangs_on(pattern.layout.index()).sentence(QStringLiteral("patternSentence")),
                  blanks(), job, index);
    // No drawing calls out what was copied from a part.
    const auto* points = std::get_if<PointsPattern>(&pattern.layout);
    if (!points || points->copied.empty())
        card.words(QStringLiteral("saidAs"), tr("As a callout: %1").arg(q(callout_of(pattern, job))),
                   Card::OfUse::ToCopy);
    card.links([&] { write_links(card, job, index); });
}

void HolesSlip::follow_selection() {
    const Job& job = document().job();
    const int open = open_pattern();
    m_open_index = open;
    m_seen_patterns = document().settled().patterns.size();
    m_patterns.renew(document().trying());
    m_table_model.show_pattern(open < 0 ? std::string() : job.patterns[static_cast<std::size_t>(open)].name);
    m_table->setVisible(open >= 0);
    // As high as its holes need, up to ten of them.
    const int rows = std::clamp(m_table_model.rowCount(), 1, 10);
    m_table->setFixedHeight(m_table->horizontalHeader()->sizeHint().height() +
                            rows * m_table->verticalHeader()->defaultSectionSize() + 6);
    const int row = m_table_model.row_of(selection().hole());
    m_zero_here->setVisible(row >= 0);
    m_zero_here->setText(tr("count from %1").arg(q(selection().hole())));
    const QSignalBlocker quiet_table(m_table->selectionModel());
    std::vector<PlanSum> sums;
    if (row >= 0)
        sums = sums_of_hole(job, *m_table_model.hole_at(row));
    m_sum->show_sums(std::move(sums));
    if (row < 0) {
        m_table->clearSelection();
        m_why->setText(open < 0 ? QString() : tr("Choose a hole to see why it is where it is."));
    } else {
        m_table->selectRow(row);
        m_table->scrollTo(m_table_model.index(row, 0));
        QString why = tr("Why? %1").arg(q(why_place(job, *m_table_model.hole_at(row))));
        for (const HoleFigure& figure : figures_of(job, *m_table_model.hole_at(row)))
            why += QStringLiteral("\n%1: %2").arg(q(figure.what), q(figure.value));
        m_why->setText(why);
    }
    m_table->viewport()->update();
}

void HolesSlip::write_links(Card& card, const Job& job, std::size_t index) {
    const QString name = q(job.patterns[index].name);
    const auto cut = [this, index] {
        (void)document().edit(tr("cutting loose"), cut_loose(document().settled(), index));
    };
    const auto* points = std::get_if<PointsPattern>(&job.patterns[index].layout);
    if (points && !points->copied.empty()) {
        card.link(QStringLiteral("toOldPart"), tr("to the old part"), [this] { emit old_part_wanted(); },
                  {.tip = tr("Its readings say where these holes are (Ctrl+T)")});
        card.link(QStringLiteral("cutLoose"), tr("cut the copy loose"), cut,
                  {.tip = tr("All copied holes stay where they are and follow the readings no longer")});
        return;
    }
    card.link(QStringLiteral("removePattern"), tr("take %1 away").arg(name), [this] { remove_pattern(); },
              {.tip = tr("What hangs on it stays where it is and hangs on nothing any more")});
    if (!names_in(std::as_const(job.patterns[index].layout)).empty())
        card.link(QStringLiteral("cutLoose"), tr("cut %1 loose").arg(name), cut,
                  {.tip = tr("The holes stay where they are and follow their source no longer")});
}

void HolesSlip::add_pattern(PatternKind kind) {
    Job next = document().settled();
    const auto at_hand = [&](const Pattern& pattern) { return is_at_hand(next, pattern); };
    if (kind == PatternKind::Copy && std::none_of(next.patterns.begin(), next.patterns.end(), at_hand)) {
        m_why->setText(tr("There is nothing to copy yet. Add a circle, a row or a hole first."));
        return;
    }
    const Pattern pattern = new_pattern(next, kind);
    next.patterns.push_back(pattern);
    if (document().edit(tr("new pattern %1").arg(q(pattern.name)), next)) {
        selection().select(pattern.name, {});
        const auto* open = findChild<Sentence*>(QStringLiteral("patternSentence"));
        if (auto* first = open ? open->findChild<BlankEdit*>(first_blank(kind)) : nullptr)
            first->setFocus(Qt::OtherFocusReason);
    }
}

void HolesSlip::leave_out_chosen() {
    const Hole* hole = m_table_model.hole_at(m_table->currentIndex().row());
    if (!hole || document().is_ghost(hole->pattern))
        return;
    Job next = document().settled();
    next.patterns[hole->pattern].left_out.insert(hole->number);
    (void)document().edit(tr("leaving out %1").arg(q(hole->name)), next);
}

void HolesSlip::set_zero_here() {
    const Hole* hole = m_table_model.hole_at(m_table_model.row_of(selection().hole()));
    if (!hole || document().is_ghost(hole->pattern))
        return;
    const Job& job = document().settled();
    (void)document().edit(tr("zero on %1").arg(q(hole->name)),
                          with_datum(job, datum_on(job, hole->at, "hole " + hole->name)));
}

void HolesSlip::remove_pattern() {
    const int open = open_pattern();
    if (open < 0)
        return;
    const Job& job = document().settled();
    const auto index = static_cast<std::size_t>(open);
    const QString name = q(job.patterns[index].name);
    (void)document().edit(tr("taking %1 away").arg(name), without_pattern(job, index));
}

} // namespace clockface::app
