#include "slips/holes_slip.h"

#include "job/validate.h"
#include "layout/callout.h"
#include "layout/why.h"
#include "measure/figures.h"
#include "measure/shop_number.h"
#include "shop/hole_words.h"
#include "widgets/callout_line.h"
#include "widgets/flow_layout.h"

#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QTableView>

namespace clockface::app {

namespace {

QString q(const std::string& text) {
    return QString::fromStdString(text);
}

// One line for a pattern that is not open: "7 × M5 on a circle of 61.5 mm".
QString summary(const Job& job, const Pattern& pattern) {
    const QString many = QStringLiteral("%1 × %2")
                             .arg(places_in(pattern.layout) - static_cast<int>(pattern.left_out.size()))
                             .arg(q(size_in_words(pattern.hole, job.unit)));
    if (const auto* circle = std::get_if<CirclePattern>(&pattern.layout))
        return QObject::tr("%1 on a circle of %2").arg(many, shown_length(job, circle->diameter));
    if (const auto* arc = std::get_if<ArcPattern>(&pattern.layout))
        return QObject::tr("%1 on an arc, circle %2").arg(many, shown_length(job, arc->diameter));
    if (const auto* row = std::get_if<RowPattern>(&pattern.layout))
        return QObject::tr("%1 in a row, %2 apart").arg(many, shown_length(job, row->pitch));
    if (const auto* grid = std::get_if<GridPattern>(&pattern.layout))
        return QObject::tr("%1 in a grid, %2 by %3").arg(many).arg(grid->columns).arg(grid->rows);
    return QObject::tr("%1 by itself").arg(many);
}

} // namespace

HolesSlip::HolesSlip(Document& document, Selection& selection, QWidget* parent)
    : Slip(document, selection, parent)
    , m_table_model(document) {
    auto* callout = new CalloutLine(document);
    connect(callout, &CalloutLine::added, this,
            [this](const std::string& name) { this->selection().select(name, {}); });
    body()->addWidget(callout);
    auto* add_line = new QWidget;
    auto* add = new FlowLayout(add_line);
    auto* add_label = new QLabel(tr("Add a"));
    add->addWidget(add_label);
    const std::pair<const char*, QString> kinds[] = {{"addCircle", tr("circle")},
                                                     {"addArc", tr("arc")},
                                                     {"addRow", tr("row")},
                                                     {"addSingle", tr("hole")},
                                                     {"addGrid", tr("grid")}};
    for (int i = 0; i < 5; ++i) {
        auto* button = new QPushButton(kinds[i].second);
        button->setObjectName(QLatin1String(kinds[i].first));
        button->setAccessibleName(tr("add a %1").arg(kinds[i].second));
        button->setToolTip(tr("Adds a %1 in the middle of the blank, to be changed where it stands (Alt+%2)")
                               .arg(kinds[i].second)
                               .arg(i + 1));
        button->setShortcut(QKeySequence(Qt::ALT | static_cast<Qt::Key>(Qt::Key_1 + i)));
        connect(button, &QPushButton::clicked, this, [this, i] { add_pattern(static_cast<PatternKind>(i)); });
        add->addWidget(button);
    }
    body()->addWidget(add_line);
    m_patterns = new QVBoxLayout;
    m_patterns->setSpacing(8);
    body()->addLayout(m_patterns);

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
    m_table->setMinimumHeight(150);
    body()->addWidget(m_table, 1);
    connect(m_table->selectionModel(), &QItemSelectionModel::currentRowChanged, this, [this](const QModelIndex& row) {
        if (const Hole* hole = m_table_model.hole_at(row.row()))
            this->selection().select(this->document().job().patterns[hole->pattern].name, hole->name);
    });

    m_why = quiet({});
    m_why->setObjectName(QStringLiteral("why"));
    m_why->setTextInteractionFlags(Qt::TextSelectableByMouse);
    body()->addWidget(m_why);
    m_convention = quiet({});
    body()->addWidget(m_convention);

    connect(&selection, &Selection::changed, this, &HolesSlip::follow_selection);
}

int HolesSlip::open_pattern() {
    const auto& patterns = document().settled().patterns;
    for (std::size_t i = 0; i < patterns.size(); ++i)
        if (patterns[i].name == selection().pattern())
            return static_cast<int>(i);
    // A pattern that has just been given another name stays open.
    if (m_open_index >= 0 && patterns.size() == m_built_patterns)
        return m_open_index;
    return patterns.empty() ? -1 : 0;
}

QString HolesSlip::structure() {
    QString text;
    for (const Pattern& pattern : document().settled().patterns)
        text += q(pattern.name) + QString::number(pattern.layout.index());
    return text + QStringLiteral("/%1").arg(open_pattern());
}

void HolesSlip::refresh() {
    if (m_built != structure() || !m_pattern_box)
        build();
    const Job& job = document().settled();
    if (m_open)
        m_open->refresh();
    if (m_said)
        m_said->setText(
            tr("As a callout: %1").arg(q(callout_of(job.patterns[static_cast<std::size_t>(m_open_index)], job))));
    for (int i = 0; i < m_lines.size(); ++i)
        if (m_lines[i])
            m_lines[i]->setText(QStringLiteral("%1    %2")
                                    .arg(q(job.patterns[static_cast<std::size_t>(i)].name),
                                         summary(job, job.patterns[static_cast<std::size_t>(i)])));
    m_convention->setText(tr("%1; zero %2. Change them at Blank.")
                              .arg(q(job.convention.in_words()),
                                   job.datum.place == DatumPlace::Middle ? tr("in the middle") : tr("at a corner")));
    follow_selection();
}

void HolesSlip::build() {
    m_built = structure();
    m_open_index = open_pattern();
    m_built_patterns = document().settled().patterns.size();
    m_lines.clear();
    m_open = nullptr;
    m_said = nullptr;
    // Somebody at work in a blank goes on in the same blank of the new sentence.
    const QWidget* at_work = m_pattern_box ? m_pattern_box->focusWidget() : nullptr;
    const QString blank = at_work && at_work->hasFocus() ? at_work->objectName() : QString();
    if (m_pattern_box) {
        // It may be the sender's parent just now, so it goes when control is back in the event loop.
        m_pattern_box->hide();
        m_pattern_box->deleteLater();
        m_patterns->removeWidget(m_pattern_box);
    }
    m_pattern_box = new QWidget;
    auto* box = new QVBoxLayout(m_pattern_box);
    box->setContentsMargins(0, 0, 0, 0);
    box->setSpacing(5);
    const Job& job = document().settled();
    const int open = open_pattern();
    if (open < 0)
        box->addWidget(quiet(tr("There are no holes yet. Begin with the pattern the drawing gives most holes in; every "
                                "figure in its sentence can then be typed over.")));
    for (std::size_t i = 0; i < job.patterns.size(); ++i) {
        if (static_cast<int>(i) == open) {
            m_open = pattern_sentence(i);
            box->addWidget(m_open);
            m_said = quiet({});
            m_said->setObjectName(QStringLiteral("saidAs"));
            m_said->setTextInteractionFlags(Qt::TextSelectableByMouse | Qt::TextSelectableByKeyboard);
            box->addWidget(m_said);
            auto* remove = link(QStringLiteral("removePattern"), tr("take %1 away").arg(q(job.patterns[i].name)));
            connect(remove, &QPushButton::clicked, this, &HolesSlip::remove_pattern);
            box->addWidget(remove);
            m_lines << nullptr;
            continue;
        }
        auto* line = new QPushButton;
        line->setProperty("line", true);
        line->setObjectName(QStringLiteral("pattern%1").arg(q(job.patterns[i].name)));
        line->setAccessibleName(tr("open pattern %1").arg(q(job.patterns[i].name)));
        const std::string name = job.patterns[i].name;
        connect(line, &QPushButton::clicked, this, [this, name] { selection().select(name, {}); });
        box->addWidget(line);
        m_lines << line;
    }
    m_patterns->addWidget(m_pattern_box);
    m_pattern_box->show(); // at once, so that a blank in it can take the keys
    if (!blank.isEmpty())
        if (auto* same = m_pattern_box->findChild<QWidget*>(blank))
            same->setFocus(Qt::OtherFocusReason);
}

void HolesSlip::hole_blanks(Sentence& s, std::size_t index, bool counted) {
    s.words(counted ? tr("holes") : tr("One hole"));
    blanks().custom(
        s, "size", tr("size, thread or fit of the holes"),
        [index](const Job& job) { return q(size_in_words(job.patterns[index].hole, job.unit)); },
        [index](Job& job, const QString& text) -> Result<QString> {
            return read_hole_size(text.toStdString(), job.unit).map([&](const ReadHole& read) {
                const auto depth = job.patterns[index].hole.depth;
                job.patterns[index].hole = read.spec;
                job.patterns[index].hole.depth = depth;
                return q(read.how);
            });
        });
    s.words(tr(", drilled"));
    blanks().custom(
        s, "depth", tr("depth of the holes"),
        [index](const Job& job) {
            const auto& depth = job.patterns[index].hole.depth;
            return depth ? tr("%1 deep").arg(shown_length(job, *depth)) : tr("through");
        },
        [index](Job& job, const QString& text) -> Result<QString> {
            QString typed = text.trimmed();
            if (typed.isEmpty() || typed == tr("through") || typed == QLatin1String("thru")) {
                job.patterns[index].hole.depth.reset();
                return QString();
            }
            if (typed.endsWith(QLatin1String("deep")))
                typed.chop(4);
            return read_length(typed.toStdString(), job.unit).map([&](const ReadLength& read) {
                job.patterns[index].hole.depth = read.value;
                return q(both_units(read.value));
            });
        });
    s.words(QStringLiteral(","));
}

void HolesSlip::grid_blanks(Sentence& s, std::size_t index) {
    const auto grid = [index](Job& job) -> GridPattern& { return std::get<GridPattern>(job.patterns[index].layout); };
    const auto peek = [grid](const Job& job) {
        Job copy = job;
        return grid(copy);
    };
    blanks().count(s, "columns", tr("holes in a row"), 1, most_holes_in_pattern,
                   [grid](Job& j) -> int& { return grid(j).columns; });
    s.words(tr("by"));
    blanks().count(s, "rows", tr("number of rows"), 1, most_holes_in_pattern,
                   [grid](Job& j) -> int& { return grid(j).rows; });
    hole_blanks(s, index, true);
    blanks().choice(
        s, "gridKind", tr("which holes of the grid"),
        {tr("all of them"), tr("only round the edge"), tr("in staggered rows")},
        [peek](const Job& job) { return static_cast<int>(peek(job).kind); },
        [grid, index](Job& job, int kind) {
            grid(job).kind = static_cast<GridKind>(kind);
            // The other kind may have fewer places; what is left out beyond them is not there any more.
            std::set<int>& left_out = job.patterns[index].left_out;
            left_out.erase(left_out.upper_bound(places_in(job.patterns[index].layout)), left_out.end());
        });
    s.words(QStringLiteral(","));
    blanks().length(s, "pitch", tr("pitch along the rows"), [grid](Job& j) -> Length& { return grid(j).pitch; });
    s.words(tr("apart along the rows and"));
    blanks().length(s, "across", tr("distance between rows"), [grid](Job& j) -> Length& { return grid(j).across; });
    s.words(tr("across, the first at X"));
    blanks().coordinate(s, "placeX", tr("X"), Axis::X, [grid](Job& j) -> Point& { return grid(j).first; });
    s.words(tr(", Y"));
    blanks().coordinate(s, "placeY", tr("Y"), Axis::Y, [grid](Job& j) -> Point& { return grid(j).first; });
    s.words(tr(", rows going towards"));
    blanks().direction(s, "bearing", tr("direction of the rows"), [grid](Job& j) -> Angle& { return grid(j).bearing; });
}

Sentence* HolesSlip::pattern_sentence(std::size_t index) {
    Sentence* s = sentence();
    s->setObjectName(QStringLiteral("patternSentence"));
    const PatternLayout layout = document().settled().patterns[index].layout;
    const auto circle = [index](Job& job) -> CirclePattern& {
        return std::get<CirclePattern>(job.patterns[index].layout);
    };
    const auto arc = [index](Job& job) -> ArcPattern& { return std::get<ArcPattern>(job.patterns[index].layout); };
    const auto row = [index](Job& job) -> RowPattern& { return std::get<RowPattern>(job.patterns[index].layout); };
    const auto single = [index](Job& job) -> SinglePattern& {
        return std::get<SinglePattern>(job.patterns[index].layout);
    };
    const auto place = [&](const std::function<Point&(Job&)>& reach) {
        s->words(QStringLiteral("X"));
        blanks().coordinate(*s, "placeX", tr("X"), Axis::X, reach);
        s->words(QStringLiteral(", Y"));
        blanks().coordinate(*s, "placeY", tr("Y"), Axis::Y, reach);
    };
    const auto going = [&](const std::function<Sense&(Job&)>& reach) {
        s->words(tr(", going"));
        blanks().choice(
            *s, "going", tr("sense in which the holes are counted"), {tr("counter-clockwise"), tr("clockwise")},
            [reach](const Job& job) {
                Job copy = job;
                return static_cast<int>(reach(copy));
            },
            [reach](Job& job, int sense) { reach(job) = static_cast<Sense>(sense); });
    };
    blanks().text(*s, "patternName", tr("name of the pattern"),
                  [index](Job& job) -> std::string& { return job.patterns[index].name; });
    s->words(QStringLiteral(":"));
    if (std::holds_alternative<CirclePattern>(layout)) {
        blanks().count(*s, "count", tr("number of holes"), 1, most_holes_in_pattern,
                       [circle](Job& j) -> int& { return circle(j).count; });
        hole_blanks(*s, index, true);
        s->words(tr("on a circle of"));
        blanks().length(*s, "pitchCircle", tr("diameter of the pitch circle"),
                        [circle](Job& j) -> Length& { return circle(j).diameter; });
        s->words(tr("about"));
        place([circle](Job& j) -> Point& { return circle(j).centre; });
        s->words(tr(", the first at"));
        blanks().direction(*s, "first", tr("direction of the first hole"),
                           [circle](Job& j) -> Angle& { return circle(j).first; });
        going([circle](Job& j) -> Sense& { return circle(j).going; });
    } else if (std::holds_alternative<ArcPattern>(layout)) {
        blanks().count(*s, "count", tr("number of holes"), 1, most_holes_in_pattern,
                       [arc](Job& j) -> int& { return arc(j).count; });
        hole_blanks(*s, index, true);
        s->words(tr("on an arc of a circle of"));
        blanks().length(*s, "pitchCircle", tr("diameter of the pitch circle"),
                        [arc](Job& j) -> Length& { return arc(j).diameter; });
        s->words(tr("about"));
        place([arc](Job& j) -> Point& { return arc(j).centre; });
        s->words(tr(", the first at"));
        blanks().direction(*s, "first", tr("direction of the first hole"),
                           [arc](Job& j) -> Angle& { return arc(j).first; });
        s->words(tr(", the last"));
        blanks().turn(*s, "sweep", tr("angle from the first hole to the last"),
                      [arc](Job& j) -> Angle& { return arc(j).sweep; });
        s->words(tr("further"));
        going([arc](Job& j) -> Sense& { return arc(j).going; });
    } else if (std::holds_alternative<RowPattern>(layout)) {
        blanks().count(*s, "count", tr("number of holes"), 1, most_holes_in_pattern,
                       [row](Job& j) -> int& { return row(j).count; });
        hole_blanks(*s, index, true);
        s->words(tr("in a row,"));
        blanks().length(*s, "pitch", tr("pitch of the row"), [row](Job& j) -> Length& { return row(j).pitch; });
        s->words(tr("apart, the first at"));
        place([row](Job& j) -> Point& { return row(j).first; });
        s->words(tr(", going towards"));
        blanks().direction(*s, "bearing", tr("direction of the row"),
                           [row](Job& j) -> Angle& { return row(j).bearing; });
    } else if (std::holds_alternative<GridPattern>(layout)) {
        grid_blanks(*s, index);
    } else {
        hole_blanks(*s, index, false);
        s->words(tr("at"));
        place([single](Job& j) -> Point& { return single(j).at; });
    }
    if (!std::holds_alternative<SinglePattern>(layout)) {
        s->words(tr("; left out:"));
        blanks().custom(
            *s, "leftOut", tr("numbers of holes that are left out"),
            [index](const Job& job) {
                QStringList numbers;
                for (const int number : job.patterns[index].left_out)
                    numbers << QString::number(number);
                return numbers.isEmpty() ? tr("none") : numbers.join(QStringLiteral(", "));
            },
            [index](Job& job, const QString& text) -> Result<QString> {
                return read_hole_numbers(text.toStdString(), places_in(job.patterns[index].layout))
                    .map([&](const std::set<int>& numbers) {
                        job.patterns[index].left_out = numbers;
                        return QString();
                    });
            });
    }
    s->words(QStringLiteral("."));
    return s;
}

void HolesSlip::follow_selection() {
    if (m_built != structure()) {
        refresh();
        return;
    }
    const Job& job = document().job();
    const int open = open_pattern();
    m_table_model.show_pattern(open < 0 ? std::string() : job.patterns[static_cast<std::size_t>(open)].name);
    m_table->setVisible(open >= 0);
    const int row = m_table_model.row_of(selection().hole());
    const QSignalBlocker quiet_table(m_table->selectionModel());
    if (row < 0) {
        m_table->clearSelection();
        m_why->setText(open < 0 ? QString() : tr("Choose a hole to see why it is where it is."));
    } else {
        m_table->selectRow(row);
        m_table->scrollTo(m_table_model.index(row, 0));
        m_why->setText(tr("Why? %1").arg(q(why_place(job, *m_table_model.hole_at(row)))));
    }
    m_table->viewport()->update();
}

void HolesSlip::add_pattern(PatternKind kind) {
    Job next = document().settled();
    const Pattern pattern = new_pattern(next, kind);
    next.patterns.push_back(pattern);
    if (document().edit(tr("new pattern %1").arg(q(pattern.name)), next)) {
        selection().select(pattern.name, {});
        if (m_open)
            if (auto* first = m_open->findChild<BlankEdit*>(kind == PatternKind::Single ? "size" : "count"))
                first->setFocus(Qt::OtherFocusReason);
    }
}

void HolesSlip::remove_pattern() {
    const int open = open_pattern();
    if (open < 0)
        return;
    Job next = document().settled();
    const std::string name = next.patterns[static_cast<std::size_t>(open)].name;
    next.patterns.erase(next.patterns.begin() + open);
    (void)document().edit(tr("taking %1 away").arg(q(name)), next);
}

} // namespace clockface::app
