#include "part/part_slip.h"

#include "formats/survey_report.h"
#include "layout/from_part.h"
#include "look/words.h"
#include "measure/figures.h"
#include "shop/hole_words.h"
#include "survey/fits.h"
#include "survey/marks.h"
#include "survey/part_text.h"

#include <QApplication>
#include <QClipboard>
#include <QCompleter>
#include <QHeaderView>
#include <QKeyEvent>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QShortcut>
#include <QStackedWidget>
#include <QTableView>
#include <QToolButton>
#include <cmath>

namespace clockface::app {

namespace {

QString thousandths(Length length, Unit unit) {
    return q(decimal(length.in(unit), unit == Unit::Inch ? 4 : 3, Sign::WhenNegative, Tail::Trim)) + QLatin1Char(' ') +
           q(unit_name(unit));
}

// The old part on its back or not, beside the new piece.
QIcon laying_icon(bool mirrored, const Look& look) {
    constexpr int w = 150, h = 74;
    QPixmap picture(w * 2, h * 2);
    picture.setDevicePixelRatio(2.0);
    picture.fill(Qt::transparent);
    QPainter painter(&picture);
    painter.setRenderHint(QPainter::Antialiasing);
    const auto part = [&](double x, bool flipped, const QColor& fill) {
        painter.save();
        painter.translate(x, h / 2.0);
        painter.scale(1.0, flipped ? -1.0 : 1.0);
        painter.setPen(QPen(look.scribed, 1.4));
        painter.setBrush(fill);
        painter.drawPolygon(QPolygonF({{-30, 26}, {-30, -28}, {-8, -28}, {-8, 4}, {30, 4}, {30, 26}}));
        painter.setBrush(look.card);
        for (const QPointF& at : {QPointF(-19, -18), QPointF(-19, 15), QPointF(2, 15), QPointF(20, 15)})
            painter.drawEllipse(at, 4.0, 4.0);
        painter.restore();
    };
    part(36, false, look.surround);
    part(114, mirrored, look.board);
    painter.setPen(QPen(look.brass, 2.0));
    painter.drawLine(QPointF(69, h / 2.0), QPointF(80, h / 2.0));
    painter.drawPolyline(QPolygonF({{76, h / 2.0 - 4}, {80, h / 2.0}, {76, h / 2.0 + 4}}));
    return QIcon(picture);
}

void empty(QVBoxLayout* box) {
    while (QLayoutItem* item = box->takeAt(0)) {
        if (QWidget* widget = item->widget()) {
            widget->hide();
            widget->deleteLater();
        }
        delete item;
    }
}

} // namespace

PartSlip::PartSlip(Document& document, Selection& selection, PartSelection& chosen, QWidget* parent)
    : Slip(document, selection, parent)
    , m_chosen(chosen)
    , m_model(document) {
    auto* head = new QHBoxLayout;
    head->addWidget(heading(tr("Copied from a part")));
    head->addStretch();
    auto* back = link(QStringLiteral("partBack"), tr("back to the holes"));
    connect(back, &QPushButton::clicked, this, &PartSlip::leave_wanted);
    head->addWidget(back);
    body()->addLayout(head);
    auto* tabs = new QHBoxLayout;
    tabs->setSpacing(4);
    // As short as can be: four stand side by side at the narrowest window.
    const QString words[] = {tr("Readings"), tr("Holes"), tr("The copy"), tr("Marks")};
    const QString names[] = {QStringLiteral("pageReadings"), QStringLiteral("pageHoles"), QStringLiteral("pageCopy"),
                             QStringLiteral("pageMarks")};
    for (int i = 0; i < pages; ++i) {
        auto* tab = new QToolButton;
        tab->setObjectName(names[i]);
        tab->setText(words[i]);
        tab->setAccessibleName(words[i]);
        tab->setCheckable(true);
        tab->setAutoExclusive(true);
        tab->setProperty("pick", true);
        tab->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
        tab->setMinimumSize(40, 30);
        connect(tab, &QToolButton::clicked, this, [this, i] { show_page(static_cast<Page>(i)); });
        tabs->addWidget(tab);
        m_tabs << tab;
    }
    body()->addLayout(tabs);
    m_told = quiet({});
    m_told->setObjectName(QStringLiteral("partTold"));
    m_told->setProperty("fault", true);
    m_told->hide();
    body()->addWidget(m_told);
    m_pages = new QStackedWidget;
    m_pages->addWidget(readings_page());
    m_pages->addWidget(holes_page());
    m_pages->addWidget(copy_page());
    m_pages->addWidget(marks_page());
    body()->addWidget(m_pages, 1);
    connect(&m_model, &ReadingTable::refused, this, &PartSlip::tell);
    connect(&chosen, &PartSelection::changed, this, [this] {
        if (isVisible())
            refresh();
    });
    show_page(Readings);
}

void PartSlip::set_look(const Look& look) {
    m_picture->set_look(look);
    m_as_seen->setIcon(laying_icon(false, look));
    m_turned_over->setIcon(laying_icon(true, look));
}

void PartSlip::show_page(Page page) {
    m_tabs[page]->setChecked(true);
    m_pages->setCurrentIndex(page);
    // A stack is as tall as its tallest page unless the others do not count.
    for (int i = 0; i < m_pages->count(); ++i)
        m_pages->widget(i)->setSizePolicy(i == page ? QSizePolicy::Preferred : QSizePolicy::Ignored,
                                          i == page ? QSizePolicy::Preferred : QSizePolicy::Ignored);
    m_pages->adjustSize();
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
        made->setToolTip(tr("%1. Enter goes on to the next; after the figure the reading is added.").arg(what));
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
    for (int i = 0; i < reading_kinds; ++i)
        kinds << q(word_of(static_cast<ReadingKind>(i)));
    auto* completer = new QCompleter(kinds, m_kind);
    completer->setCompletionMode(QCompleter::InlineCompletion);
    m_kind->setCompleter(completer);
    m_kind->setText(q(word_of(ReadingKind::Outside)));
    connect(m_kind, &QLineEdit::textChanged, this, &PartSlip::follow_kind);
    box->addLayout(row);
    m_picture = new ReadingPicture;
    box->addWidget(m_picture);

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
    m_table->setToolTip(
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
    auto* links = new QHBoxLayout;
    auto* pasted = link(QStringLiteral("pasteReadings"), tr("paste readings"));
    pasted->setToolTip(tr("One reading a line, as in a spreadsheet: outside H1 H2 63.42"));
    connect(pasted, &QPushButton::clicked, this, &PartSlip::paste);
    links->addWidget(pasted);
    auto* edge = link(QStringLiteral("partEdge"), tr("sketch an edge"));
    connect(edge, &QPushButton::clicked, this, &PartSlip::edge_wanted);
    links->addWidget(edge);
    auto* hole = link(QStringLiteral("addOldHole"), tr("add a hole"));
    hole->setToolTip(tr("A hole beside the last one; or click on the board where it is"));
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
    links->addStretch();
    box->addLayout(links);
    m_words = quiet({});
    m_words->setObjectName(QStringLiteral("surveyWords"));
    m_words->setTextInteractionFlags(Qt::TextSelectableByMouse);
    box->addWidget(m_words);
    m_next = link(QStringLiteral("nextReading"), {});
    m_next->setToolTip(tr("Takes it into the line above, ready for the figure"));
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
    m_three->setVisible(features_of(*kind).size() > 2);
    m_figure->setVisible(*kind <= ReadingKind::AngleAt);
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
                         .arg(q(counted(static_cast<int>(part.holes.size()), "hole")), thousandths(*worst, part.unit),
                              q(counted(found.spare, "reading")) + tr(" more than needed"));
    m_next->setVisible(found.next.has_value());
    if (found.next) {
        QStringList names;
        for (const std::string& each : found.next->between)
            names << q(each);
        m_next->setText(
            tr("measure next: %1 %2").arg(q(kind_in_words(found.next->kind)), names.join(QLatin1Char(' '))));
        lines << q(found.next->reason);
    }
    m_words->setText(lines.join(QStringLiteral("\n")));
}

// ---- the other pages

QWidget* PartSlip::page_of(QVBoxLayout*& box) {
    auto* page = new QWidget;
    box = new QVBoxLayout(page);
    box->setContentsMargins(0, 0, 0, 0);
    box->setSpacing(10);
    return page;
}

QWidget* PartSlip::holes_page() {
    auto* page = new QWidget;
    auto* box = new QVBoxLayout(page);
    box->setContentsMargins(0, 0, 0, 0);
    box->setSpacing(10);
    m_hole_box = new QVBoxLayout;
    m_design_box = new QVBoxLayout;
    m_design_box->setSpacing(6);
    box->addLayout(m_hole_box);
    box->addWidget(heading(tr("Likely designs")));
    box->addWidget(
        quiet(tr("What could hardly be so by chance. A design that is taken is laid on the measured places as a "
                 "whole; the readings stay.")));
    box->addLayout(m_design_box);
    box->addStretch(1);
    return page;
}

QWidget* PartSlip::copy_page() {
    auto* page = new QWidget;
    auto* box = new QVBoxLayout(page);
    box->setContentsMargins(0, 0, 0, 0);
    box->setSpacing(10);
    box->addWidget(heading(tr("Which face does the new piece show?")));
    auto* row = new QHBoxLayout;
    const auto button = [&](const QString& name, const QString& text, bool mirrored) {
        auto* made = new QToolButton;
        made->setObjectName(name);
        made->setText(text);
        made->setAccessibleName(text);
        made->setToolButtonStyle(Qt::ToolButtonTextUnderIcon);
        made->setIconSize(QSize(150, 74));
        made->setCheckable(true);
        made->setProperty("pick", true);
        made->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
        connect(made, &QToolButton::clicked, this, [this, mirrored] { lay(mirrored); });
        row->addWidget(made);
        return made;
    };
    m_as_seen = button(QStringLiteral("asSeen"), tr("the same one"), false);
    m_turned_over = button(QStringLiteral("turnedOver"), tr("the other, turned over"), true);
    box->addLayout(row);
    m_copy_box = new QVBoxLayout;
    box->addLayout(m_copy_box);
    box->addWidget(heading(tr("Do bolts go through both?")));
    m_fit = quiet({});
    m_fit->setObjectName(QStringLiteral("fitWords"));
    m_fit->setTextInteractionFlags(Qt::TextSelectableByMouse);
    box->addWidget(m_fit);
    box->addStretch(1);
    return page;
}

QWidget* PartSlip::marks_page() {
    QWidget* page = page_of(m_marks_box);
    m_way_words = nullptr;
    return page;
}

void PartSlip::lay(bool mirrored) {
    Job next = document().settled();
    next.old_part.laying.mirrored = mirrored;
    edit(mirrored ? tr("copy turned over") : tr("copy as measured"), next);
    refresh();
}

QString PartSlip::structure() const {
    const OldPart& part = document().settled().old_part;
    QString out = QString::number(m_pages->currentIndex()) + q(m_chosen.hole()) + QLatin1Char('|');
    for (const OldHole& hole : part.holes)
        out += q(hole.name) + (hole.tapped ? QStringLiteral("t") : QString()) +
               (hole.made_as ? QStringLiteral("m") : QString());
    for (const std::string& line : to_lines(part)) // designs and ways depend on every reading
        out += q(line);
    return out + (part.laying.centred ? QStringLiteral("c") : QString());
}

void PartSlip::refresh() {
    show_words();
    const std::optional<bool> mirrored = document().job().old_part.laying.mirrored;
    m_as_seen->setChecked(mirrored == false);
    m_turned_over->setChecked(mirrored == true);
    // Not while somebody types in one of the blanks: it would be taken from under the hands.
    const bool typing = QApplication::focusWidget() && qobject_cast<BlankEdit*>(QApplication::focusWidget()) &&
                        isAncestorOf(QApplication::focusWidget()) && !(document().job() == document().settled());
    if (const QString now = structure(); now != m_built && !typing) {
        m_built = now;
        build();
    }
    for (Sentence* each : std::as_const(m_sentences))
        each->refresh();
    if (m_pages->currentIndex() == Copy)
        show_fit();
}

void PartSlip::build() {
    m_sentences.clear();
    // Keyboard users keep their place: the blank of the same name takes the focus again.
    const QString had = QApplication::focusWidget() && isAncestorOf(QApplication::focusWidget())
                            ? QApplication::focusWidget()->objectName()
                            : QString();
    switch (m_pages->currentIndex()) { // the other pages are built when they come to view
    case Holes:
        build_hole();
        build_designs();
        break;
    case Copy:
        build_laying();
        break;
    case Marks:
        build_marks();
        break;
    default:
        break;
    }
    // What is put into a layout is shown only later on, by the event loop; the focus cannot wait for that.
    for (QVBoxLayout* box : {m_hole_box, m_design_box, m_copy_box, m_marks_box})
        for (int i = 0; i < box->count(); ++i)
            if (QWidget* widget = box->itemAt(i)->widget())
                widget->show();
    if (!had.isEmpty())
        for (auto* each : findChildren<BlankEdit*>(had))
            if (each->isVisibleTo(this))
                each->setFocus();
}

void PartSlip::build_hole() {
    empty(m_hole_box);
    const OldPart& part = document().settled().old_part;
    const int chosen = hole_index(part, m_chosen.hole());
    const std::size_t i = chosen < 0 ? 0 : static_cast<std::size_t>(chosen);
    if (part.holes.empty()) {
        m_hole_box->addWidget(quiet(tr("No hole is sketched yet. Click on the board where the old part's holes are.")));
        return;
    }
    Sentence* s = sentence();
    m_sentences << s;
    const auto hole = [i](Job& job) -> OldHole& { return job.old_part.holes[i]; };
    s->words(tr("Hole"));
    blanks().custom(
        *s, QStringLiteral("oldHoleName"), tr("name of the old part's hole"),
        [i](const Job& job) { return q(job.old_part.holes[i].name); },
        [i, this](Job& job, const QString& text) -> Result<QString> {
            const std::string name = text.trimmed().toStdString();
            job = with_old_name(job, job.old_part.holes[i].name, name);
            return QString();
        });
    s->words(tr("is"));
    blanks().length(*s, QStringLiteral("oldDiameter"), tr("its diameter, as measured"),
                    [hole](Job& job) -> Length& { return hole(job).diameter; });
    s->words(tr("wide and"));
    blanks().flag(*s, QStringLiteral("oldTapped"), tr("plain or tapped"), tr("plain"), tr("tapped"),
                  [hole](Job& job) -> bool& { return hole(job).tapped; });
    s->words(tr("; it is measured over a pin of"));
    blanks().optional_length(*s, QStringLiteral("oldPin"), tr("diameter of the pin put into it"), tr("its own size"),
                             [hole](Job& job) -> std::optional<Length>& { return hole(job).pin; });
    s->words(tr(", takes a bolt of"));
    blanks().optional_length(*s, QStringLiteral("oldBolt"), tr("diameter of the bolt that goes through it"),
                             tr("the usual size"),
                             [hole](Job& job) -> std::optional<Length>& { return hole(job).bolt; });
    s->words(tr(", and is copied as"));
    blanks().custom(
        *s, QStringLiteral("madeAs"), tr("what the copy's hole is"),
        [i](const Job& job) {
            const auto spec = copied_spec(job.old_part, job.old_part.holes[i]);
            return spec ? q(size_in_words(*spec, job.unit)) : tr("no thread yet");
        },
        [i](Job& job, const QString& text) -> Result<QString> {
            if (text.trimmed().isEmpty()) {
                job.old_part.holes[i].made_as.reset();
                return QString();
            }
            return read_hole_size(text.trimmed().toStdString(), job.unit).map([&](const ReadHole& read) {
                job.old_part.holes[i].made_as = read.spec;
                return q(read.how);
            });
        });
    s->words(QStringLiteral("."));
    m_hole_box->addWidget(s);
    const SurveyedHole& place = document().survey().holes[i];
    m_hole_box->addWidget(
        quiet(static_cast<int>(i) == document().survey().zero
                  ? tr("%1 is nought of the old part: everything is counted from it.").arg(q(place.name))
              : place.at ? tr("%1 is at X %2, Y %3 of the old part, within %4.")
                               .arg(q(place.name), q(column_figure(place.at->x, part.unit)),
                                    q(column_figure(place.at->y, part.unit)),
                                    thousandths(place.spread.major * nineteen_in_twenty, part.unit))
                         : q(place.open)));
    auto* gone = link(QStringLiteral("removeOldHole"), tr("take %1 and its readings away").arg(q(part.holes[i].name)));
    connect(gone, &QPushButton::clicked, this, [this, name = part.holes[i].name] {
        edit(tr("taking a hole away"), without_old_feature(this->document().settled(), name));
    });
    m_hole_box->addWidget(gone);
    Sentence* tools = sentence();
    m_sentences << tools;
    tools->words(tr("One reading is trusted to: caliper"));
    const auto error = [&](Instrument which, const QString& name, const QString& what) {
        blanks().length(*tools, name, what, [which](Job& job) -> Length& {
            return job.old_part.instruments[static_cast<std::size_t>(which)].error;
        });
    };
    error(Instrument::Caliper, QStringLiteral("caliperError"), tr("error of the caliper"));
    tools->words(tr(", rule"));
    error(Instrument::Rule, QStringLiteral("ruleError"), tr("error of the rule"));
    tools->words(tr(", height gauge"));
    error(Instrument::HeightGauge, QStringLiteral("heightError"), tr("error of the height gauge"));
    tools->words(tr("which is"));
    blanks().flag(*tools, QStringLiteral("heightAtHand"), tr("height gauge at hand"), tr("not at hand"), tr("at hand"),
                  [](Job& job) -> bool& {
                      return job.old_part.instruments[static_cast<std::size_t>(Instrument::HeightGauge)].at_hand;
                  });
    tools->words(QStringLiteral("."));
    m_hole_box->addWidget(tools);
}

void PartSlip::take(const Proposal& proposal) {
    Job next = document().settled();
    if (proposal.design)
        next.old_part.designs.push_back(*proposal.design);
    else
        next.old_part.holes[static_cast<std::size_t>(hole_index(next.old_part, proposal.hole))].made_as =
            proposal.made_as;
    edit(tr("taking a design"), next);
}

void PartSlip::build_designs() {
    empty(m_design_box);
    const OldPart& part = document().settled().old_part;
    int number = 0;
    for (const Proposal& proposal : proposals(part, document().survey())) {
        m_design_box->addWidget(quiet(q(proposal.sentence) + (proposal.fits() ? QString() : tr(" It hardly fits."))));
        auto* button = link(QStringLiteral("takeDesign%1").arg(++number), tr("take it"));
        button->setAccessibleName(tr("take it: %1").arg(q(proposal.sentence)));
        connect(button, &QPushButton::clicked, this, [this, proposal] { take(proposal); });
        m_design_box->addWidget(button);
    }
    if (number == 0)
        m_design_box->addWidget(quiet(tr("None is to be seen in these places.")));
    for (std::size_t i = 0; i < part.designs.size(); ++i) {
        QStringList names;
        for (const auto& [name, slot] : part.designs[i].places)
            names << q(name);
        auto* button = link(QStringLiteral("dropDesign%1").arg(i + 1),
                            tr("taken for %1; back to the measured places").arg(names.join(QStringLiteral(", "))));
        connect(button, &QPushButton::clicked, this, [this, i] {
            Job next = this->document().settled();
            next.old_part.designs.erase(next.old_part.designs.begin() + static_cast<std::ptrdiff_t>(i));
            edit(tr("back to the measured places"), next);
        });
        m_design_box->addWidget(button);
    }
}

void PartSlip::build_laying() {
    empty(m_copy_box);
    const OldPart& part = document().settled().old_part;
    if (part.holes.empty())
        return;
    Sentence* s = sentence();
    m_sentences << s;
    s->words(tr("Nought of the old part is"));
    const auto named = [&](const QString& name, const QString& what, std::string OldPart::*word, bool zero) {
        blanks().custom(
            *s, name, what,
            [this, word, zero](const Job& job) {
                const Survey& found = document().survey();
                if (!(job.old_part.*word).empty())
                    return q(job.old_part.*word);
                const int index = zero ? found.zero : found.along;
                return index < 0 ? tr("none") : q(job.old_part.holes[static_cast<std::size_t>(index)].name);
            },
            [word](Job& job, const QString& text) -> Result<QString> {
                job.old_part.*word = text.trimmed().toStdString();
                return QString();
            });
    };
    named(QStringLiteral("partZero"), tr("hole that is nought"), &OldPart::zero, true);
    s->words(tr("and its x runs along"));
    named(QStringLiteral("partAlong"), tr("hole or edge x runs to"), &OldPart::along, false);
    s->words(tr(". It is laid"));
    blanks().flag(*s, QStringLiteral("layCentred"), tr("how it is laid"), tr("with nought at"),
                  tr("in the middle of the piece"), [](Job& job) -> bool& { return job.old_part.laying.centred; });
    if (!part.laying.centred) {
        s->words(QStringLiteral("X"));
        blanks().coordinate(*s, QStringLiteral("layX"), tr("X of the old part's nought"), Axis::X,
                            [](Job& job) -> Point& { return job.old_part.laying.at; });
        s->words(QStringLiteral("Y"));
        blanks().coordinate(*s, QStringLiteral("layY"), tr("Y of the old part's nought"), Axis::Y,
                            [](Job& job) -> Point& { return job.old_part.laying.at; });
    }
    s->words(tr(", x towards"));
    blanks().direction(*s, QStringLiteral("layBearing"), tr("direction of the old part's x"),
                       [](Job& job) -> Angle& { return job.old_part.laying.bearing; });
    s->words(QStringLiteral("."));
    m_copy_box->addWidget(s);
    if (!part.laying.mirrored)
        m_copy_box->addWidget(quiet(tr("Say first which face the new piece shows: nothing is copied until then.")));
    if (document().settled().blank.on_side())
        m_copy_box->addWidget(
            quiet(tr("The side of a bar has no flat face to lay an old part on. Take another blank, or an "
                     "end of the bar.")));
}

void PartSlip::show_fit() {
    const OldPart& part = document().job().old_part;
    const FitCheck fit = check_fit(part, document().survey(), usual_making_error, 1000);
    if (fit.pairs.empty()) {
        m_fit->setText(tr("No hole has both a place and a bolt yet."));
        return;
    }
    const QString worst = q(fit.worst);
    const QString goes =
        fit.left < Length{}
            ? tr("They do not: at %1 they miss by %2.").arg(worst, thousandths(-fit.left, part.unit))
            : tr("They do, with %2 of play left at the worst hole, %1.").arg(worst, thousandths(fit.left, part.unit));
    m_fit->setText(
        tr("%1 Of %2 copies drawn with the errors of the readings and %3 of making on each axis, %4 go together.")
            .arg(goes)
            .arg(fit.draws)
            .arg(thousandths(usual_making_error, part.unit))
            .arg(std::lround(fit.share * fit.draws)));
}

void PartSlip::build_marks() {
    empty(m_marks_box);
    const OldPart& part = document().settled().old_part;
    Sentence* terms = sentence();
    m_sentences << terms;
    terms->words(tr("The two parts"));
    blanks().flag(*terms, QStringLiteral("faceToFace"), tr("face to face"), tr("cannot be clamped"),
                  tr("can be clamped"), [](Job& job) -> bool& { return job.old_part.marking.face_to_face; });
    terms->words(tr("face to face, the old one"));
    blanks().flag(*terms, QStringLiteral("drillGuide"), tr("drill guide"), tr("may not be drilled through"),
                  tr("may be drilled through"), [](Job& job) -> bool& { return job.old_part.marking.drill_guide; });
    terms->words(tr(", they are"));
    blanks().flag(*terms, QStringLiteral("bonded"), tr("glued together"), tr("not glued"), tr("glued for good"),
                  [](Job& job) -> bool& { return job.old_part.marking.bonded; });
    terms->words(tr(", and a hole may be out by"));
    blanks().length(*terms, QStringLiteral("marksWithin"), tr("how far out a hole may be"),
                    [](Job& job) -> Length& { return job.old_part.marking.within; });
    terms->words(QStringLiteral("."));
    m_marks_box->addWidget(terms);
    if (part.holes.empty())
        return;
    const int chosen = std::max(hole_index(part, m_chosen.hole()), 0);
    const auto i = static_cast<std::size_t>(chosen);
    Sentence* access = sentence();
    m_sentences << access;
    const auto hole = [i](Job& job) -> HoleAccess& { return job.old_part.holes[i].access; };
    access->words(tr("At %1 the metal is").arg(q(part.holes[i].name)));
    blanks().length(*access, QStringLiteral("accessDepth"), tr("how deep the hole is"),
                    [hole](Job& job) -> Length& { return hole(job).depth; });
    access->words(tr("thick; the hole"));
    blanks().flag(*access, QStringLiteral("accessBlind"), tr("through or blind"), tr("goes through"), tr("is blind"),
                  [hole](Job& job) -> bool& { return hole(job).blind; });
    access->words(tr(". Above it there is"));
    blanks().optional_length(*access, QStringLiteral("headRoom"), tr("free height above it"), tr("free air"),
                             [hole](Job& job) -> std::optional<Length>& { return hole(job).head_room; });
    access->words(tr(", beside its axis"));
    blanks().optional_length(*access, QStringLiteral("freeRound"), tr("free room beside its axis"), tr("free air"),
                             [hole](Job& job) -> std::optional<Length>& { return hole(job).free_round; });
    access->words(QStringLiteral("."));
    m_marks_box->addWidget(access);
    const auto& drawer = std::get<MarksAcross>(document().shop().marks.kind);
    for (std::size_t k = 0; k < part.holes.size(); ++k) {
        const SurveyedHole& place = document().survey().holes[k];
        const auto ways = ways_across(part.holes[k], part.marking, drawer,
                                      place.at ? std::optional(place.spread.major * nineteen_in_twenty) : std::nullopt);
        const auto taken = way_taken(part.holes[k], part.marking, drawer,
                                     place.at ? std::optional(place.spread.major * nineteen_in_twenty) : std::nullopt);
        Sentence* s = sentence();
        m_sentences << s;
        s->words(q(part.holes[k].name) + tr(" by"));
        QStringList fillings;
        for (const WayAcross& way : ways)
            fillings << q(in_words(way.way)) + (way.possible
                                                    ? tr(", within %1").arg(thousandths(way.expected, part.unit))
                                                    : tr(" – cannot be done"));
        blanks().choice(
            *s, QStringLiteral("way-") + q(part.holes[k].name), tr("way of marking %1").arg(q(part.holes[k].name)),
            fillings,
            [ways, taken](const Job&) {
                for (std::size_t w = 0; w < ways.size(); ++w)
                    if (taken && ways[w].way == taken->way)
                        return static_cast<int>(w);
                return 0;
            },
            [ways, k](Job& job, int filling) {
                job.old_part.holes[k].access.way = ways[static_cast<std::size_t>(filling)].way;
            });
        m_marks_box->addWidget(s);
        QString words = taken ? q(taken->reason) : tr("No way gets it across.");
        if (taken && !taken->holds)
            words += tr(" That is more than the hole may be out.");
        if (part.holes[k].access.way && (!taken || taken->way != *part.holes[k].access.way))
            for (const WayAcross& way : ways)
                if (way.way == *part.holes[k].access.way)
                    words += tr(" By %1 it cannot be done: %2").arg(q(in_words(way.way)), q(way.reason));
        m_marks_box->addWidget(quiet(words));
    }
    auto* work = link(QStringLiteral("workByMarks"), tr("make the list for marks"));
    connect(work, &QPushButton::clicked, this, [this] {
        Job next = this->document().settled();
        next.machine = this->document().shop().marks.name;
        edit(tr("working by marks"), next);
        emit order_wanted();
    });
    m_marks_box->addWidget(work);
    m_marks_box->addStretch(1);
}

} // namespace clockface::app
