#include "proof/proof_slip.h"

#include "look/plain_text.h"
#include "look/words.h"
#include "measure/figures.h"
#include "measure/limits.h"
#include "measure/shop_number.h"
#include "survey/part_text.h"
#include "words/say.h"

#include <QLabel>
#include <QPushButton>
#include <QToolButton>

namespace clockface::app {

namespace {

// A verdict never goes by colour alone: it is a sign and a word.
QString sign_of(const std::optional<Verdict>& verdict) {
    if (!verdict)
        return QStringLiteral("·");
    switch (*verdict) {
    case Verdict::Good:
        return QStringLiteral("✓");
    case Verdict::Bad:
        return QStringLiteral("✗");
    case Verdict::CannotTell:
        break;
    }
    return QStringLiteral("?");
}

} // namespace

ProofSlip::ProofSlip(Document& document, Selection& selection, ShownParts& shown, QWidget* parent)
    : Slip(document, selection, parent)
    , m_shown(shown)
    , m_desk(document)
    , m_head(card(new QVBoxLayout, 8, [this](Card& card) { write_head(card); }))
    , m_next(card(new QVBoxLayout, 6, [this](Card& card) { write_next(card); }))
    , m_measure(card(new QVBoxLayout, 6, [this](Card& card) { write_measure(card); }))
    , m_comes(card(new QVBoxLayout, 8, [this](Card& card) { write_comes(card); }))
    , m_hole(card(new QVBoxLayout, 8, [this](Card& card) { write_hole(card); }))
    , m_bolts(card(new QVBoxLayout, 8, [this](Card& card) { write_bolts(card); }))
    , m_why(card(new QVBoxLayout, 8, [this](Card& card) { write_why(card); }))
    , m_saving(card(new QVBoxLayout, 8, [this](Card& card) { write_saving(card); })) {
    m_verdict = heading_label({});
    m_verdict->setObjectName(QStringLiteral("proofVerdict"));
    let_copy(m_verdict);
    body()->addWidget(m_verdict);
    body()->addLayout(m_head.place());
    m_tabs = add_tabs({{QStringLiteral("pageMeasure"), tr("Measure")},
                       {QStringLiteral("pageVerdict"), tr("Verdict")},
                       {QStringLiteral("pageHole"), tr("One hole")},
                       {QStringLiteral("pageBolts"), tr("Bolts up?")},
                       {QStringLiteral("pageWhy"), tr("Why so?")},
                       {QStringLiteral("pageSave"), tr("Save it")}},
                      [this](int tab) { show_page(pages[static_cast<std::size_t>(tab)].page); });
    m_told = quiet_label({});
    m_told->setObjectName(QStringLiteral("proofTold"));
    m_told->setProperty("fault", true);
    m_told->hide();
    body()->addWidget(m_told);
    m_entry = new ReadingEntry(m_desk);
    m_entry->expects([this](const Reading& reading) { return expected(reading); });
    connect(m_entry, &ReadingEntry::told, this, &ProofSlip::tell);
    const auto page = [this](const QList<Card*>& cards, QWidget* between) {
        auto* made = new QWidget;
        auto* box = new QVBoxLayout(made);
        box->setContentsMargins(0, 0, 0, 0);
        box->setSpacing(10);
        if (between)
            box->addWidget(between);
        for (Card* each : cards)
            box->addLayout(each->place());
        box->addStretch(1);
        made->hide();
        body()->addWidget(made, 1);
        m_pages << made;
    };
    page({&m_measure}, m_entry);
    m_paste = m_entry->paste_link();
    qobject_cast<QVBoxLayout*>(m_pages.front()->layout())->insertLayout(0, m_next.place());
    qobject_cast<QVBoxLayout*>(m_pages.front()->layout())->insertWidget(2, m_paste, 0, Qt::AlignLeft);
    connect(m_entry, &ReadingEntry::added, this, &ProofSlip::take_next);
    page({&m_comes}, nullptr);
    page({&m_hole}, nullptr);
    page({&m_bolts}, nullptr);
    page({&m_why}, nullptr);
    page({&m_saving}, nullptr);
    connect(&m_desk, &ProofDesk::changed, this, [this] {
        m_shown.show_proof(m_desk.proof(), m_desk.bolts());
        m_entry->follow();
        if (isVisible())
            refresh();
    });
    connect(&selection, &Selection::changed, this, [this] {
        if (isVisible())
            refresh();
    });
    connect(&document, &Document::shop_changed, this, [this] {
        if (isVisible())
            refresh();
    });
    show_page(Measure);
}

bool ProofSlip::show_page(const QString& name) {
    for (const PageName& each : pages)
        if (name == QLatin1String(each.name)) {
            show_page(each.page);
            return true;
        }
    return false;
}

void ProofSlip::show_page(Page page) {
    m_tabs[page]->setChecked(true);
    m_page = page;
    for (std::size_t tab = 0; tab < pages.size(); ++tab)
        m_pages[static_cast<qsizetype>(tab)]->setVisible(pages[tab].page == page);
    m_desk.want(page == Bolts    ? ProofDesk::Further::Bolts
                : page == Why    ? ProofDesk::Further::Why
                : page == Saving ? ProofDesk::Further::Saving
                                 : ProofDesk::Further::Nothing);
    m_shown.show_proof(m_desk.proof(), page == Bolts ? m_desk.bolts() : nullptr);
    if (isVisible())
        refresh();
}

void ProofSlip::tell(const QString& sentence) {
    m_told->setText(sentence);
    m_told->setVisible(!sentence.isEmpty());
}

void ProofSlip::told(const Result<void>& kept) {
    tell(kept ? QString() : q(kept.error().text()));
}

void ProofSlip::refresh() {
    m_desk.follow();
    const bool trying = document().trying();
    m_verdict->setText(verdict());
    m_head.renew(trying);
    switch (m_page) {
    case Measure:
        m_entry->setHidden(document().job().blank.on_side()); // its holes are read one by one
        m_paste->setHidden(document().job().blank.on_side());
        m_next.renew(trying);
        m_measure.renew(trying);
        break;
    case Comes:
        m_comes.renew(trying);
        break;
    case Hole:
        m_hole.renew(trying);
        break;
    case Bolts:
        m_bolts.renew(trying);
        break;
    case Why:
        m_why.renew(trying);
        break;
    case Saving:
        m_saving.renew(trying);
        break;
    }
}

// The word and its sign.
QString ProofSlip::verdict() const {
    const QString name = q(in_words(document().piece()));
    const auto& proof = m_desk.proof();
    if (!proof)
        return tr("Did it come out?");
    return proof->all ? QStringLiteral("%1  ").arg(sign_of(proof->all)) +
                            tr("Piece %1: %2").arg(name, q(in_words(*proof->all)))
                      : tr("Nothing was measured of piece %1 yet").arg(name);
}

void ProofSlip::write_head(Card& card) {
    const Job& job = document().job();
    if (job.pieces > 1) {
        Sentence& s = card.sentence(QStringLiteral("proofPiece"));
        s.reads(tr("Piece {provedPiece} of %1.").arg(job.pieces));
        s.blank(
            QStringLiteral("provedPiece"), tr("number of the piece that is measured"),
            [this] { return QString::number(document().piece().number); },
            [this](const QString& text, bool keep) -> Tried {
                bool whole = false;
                const int number = text.toInt(&whole);
                if (!whole || number < 1 || number > document().job().pieces)
                    return {tr("A number from 1 to %1 would do.").arg(document().job().pieces), {}};
                if (keep && number != document().piece().number)
                    document().choose_piece(number);
                return {};
            });
    }
    if (!m_desk.proof() || m_desk.waiting())
        card.words(QStringLiteral("proofWaits"), tr("It is being worked out …"));
}

// ---- what to measure

QString ProofSlip::line_of(const ToMeasure& each) const {
    QString line = q(in_words(each.reading, document().job().unit));
    QStringList pins;
    for (const Length pin : each.pins)
        if (const QString size = q(with_unit(pin, document().job().unit)); !pins.contains(size))
            pins << size;
    if (!pins.isEmpty())
        line += QLatin1Char(' ') + tr("(pins %1)").arg(pins.join(QStringLiteral(", ")));
    return line;
}

QString ProofSlip::expected(const Reading& reading) const {
    const auto figure = expected_figure(m_desk.measured_part(), reading, document().shop().kit);
    if (!figure || !has_figure(reading.kind))
        return {};
    return tr("To be expected: %1.")
        .arg(q(reads_length(reading.kind) ? thousandths(Length::mm(*figure), document().job().unit)
                                          : in_degrees(Angle::degrees(*figure), 2)));
}

void ProofSlip::take(const ToMeasure& each) {
    m_by_plan = true;
    m_entry->take(each.reading.kind, each.reading.between);
}

// The first that was proposed and is not read yet. What is proposed may be of a moment ago, what is read never is.
const ToMeasure* ProofSlip::next() const {
    if (const auto& proof = m_desk.proof())
        for (const ToMeasure& each : proof->to_measure.readings)
            if (!is_read(m_desk.measured_part(), each.reading))
                return &each;
    return nullptr;
}

// One after the other: the next is in the line as soon as the last one was read.
void ProofSlip::take_next() {
    const ToMeasure* each = next();
    if (m_by_plan && each)
        take(*each);
    m_by_plan = m_by_plan && each;
}

void ProofSlip::write_next(Card& card) {
    const auto& proof = m_desk.proof();
    if (!proof || proof->to_measure.readings.empty())
        return;
    const ToMeasure* each = next();
    if (!each)
        return card.words(QStringLiteral("measureAll"), tr("All that was proposed is read."));
    card.line(QStringLiteral("measureNext"), tr("Next: %1").arg(line_of(*each)),
              [this] {
                  m_by_plan = true;
                  take_next();
              },
              {{}, tr("Takes it into the line below, ready for the figure.")});
}

void ProofSlip::write_measure(Card& card) {
    const auto& proof = m_desk.proof();
    if (!proof)
        return write_zero(card);
    int number_said = 0;
    for (const std::string& sentence : proof->found.sentences)
        card.words(QStringLiteral("readingWords:%1").arg(++number_said), q(sentence), Card::OfUse::ToCopy);
    write_zero(card);
    card.heading(tr("What to measure"));
    if (document().job().blank.on_side())
        return card.quiet(
            tr("Holes across the bar are read one by one, from both sides: choose a hole, and see One hole."));
    int said = 0;
    for (const std::string& sentence : proof->to_measure.sentences)
        card.words(QStringLiteral("cannotProve:%1").arg(++said), q(sentence), Card::OfUse::ToCopy);
    constexpr std::size_t most_lines = 60;
    std::size_t number = 0, taken = 0;
    for (const ToMeasure& each : proof->to_measure.readings) {
        const bool read = is_read(m_desk.measured_part(), each.reading);
        taken += read ? 1 : 0;
        if (++number > most_lines)
            continue;
        card.hangs_on(line_of(each));
        card.line(QStringLiteral("toMeasure:%1").arg(number), (read ? QStringLiteral("✓ ") : QString()) + line_of(each),
                  [this, each] { take(each); },
                  {{}, tr("%1. Takes it into the line above, ready for the figure.").arg(q(each.why))});
    }
    const std::size_t all = proof->to_measure.readings.size();
    card.words(QStringLiteral("measureCount"),
               all == 0 ? QString()
                        : tr("%1 of %2 are read.").arg(taken).arg(all) +
                              (all > most_lines ? QLatin1Char(' ') + tr("Shown are the first %1.").arg(most_lines)
                                                : QString()));
    write_instruments(card);
}

void ProofSlip::write_zero(Card& card) {
    card.links([&] {
        card.link(QStringLiteral("wiped"), tr("wiped and zeroed now"), [this] {
            told(m_desk.change(tr("zero of the caliper"), [this](MeasuredPiece& piece) {
                piece.wiped.push_back({document().clock(), Instrument::Caliper, {}});
            }));
        });
    });
    const auto& wiped = m_desk.measured().wiped;
    card.words(QStringLiteral("drift"), q(drift_in_words(document().job(), m_desk.measured())));
    if (wiped.empty())
        return;
    Sentence& s = card.sentence(QStringLiteral("zeroNow"));
    s.reads(tr("Wiped and zeroed: %1 times. Closed again the caliper shows {zeroDrift}.").arg(wiped.size()));
    const auto last = [this](JobProof& proof) -> Wiped* {
        auto& all = clockface::measured_piece(proof, m_desk.piece()).wiped;
        return all.empty() ? nullptr : &all.back();
    };
    blanks().custom(
        s, QStringLiteral("zeroDrift"), tr("what the caliper shows when it is closed"),
        [last](const Job& job) {
            JobProof proof = job.proof;
            const Wiped* zero = last(proof);
            return zero && zero->drift ? q(with_unit(*zero->drift, job.unit)) : tr("not looked at");
        },
        [last](Job& job, const QString& text) -> Result<QString> {
            Wiped* zero = last(job.proof);
            std::optional<Length> drift;
            if (!text.trimmed().isEmpty() && text != tr("not looked at")) {
                const auto read = read_length(text.toStdString(), job.unit);
                if (!read)
                    return tl::unexpected(read.error());
                drift = read->value;
            }
            if (zero)
                zero->drift = drift;
            return drift ? q(with_unit(*drift, job.unit)) : tr("not looked at");
        });
}

void ProofSlip::write_instruments(Card& card) {
    card.hangs_on(m_instruments);
    card.link(QStringLiteral("proofInstruments"),
              m_instruments ? tr("less of the instruments") : tr("what the instruments are trusted to"), [this] {
                  m_instruments = !m_instruments;
                  refresh();
              });
    if (!m_instruments)
        return;
    const auto at = [](Job& job, Instrument which) -> InstrumentError& {
        return job.proof.instruments[static_cast<std::size_t>(which)];
    };
    for (const Instrument which :
         {Instrument::Caliper, Instrument::HeightGauge, Instrument::Rule, Instrument::Straightedge}) {
        const QString name = q(instrument_words()[static_cast<std::size_t>(which)]);
        Sentence& s = card.sentence(QStringLiteral("instrument:") + name);
        s.reads(tr("The %1 is {hand}, trusted to {error}, and reaches {reach}.").arg(q(in_words(which))));
        blanks().flag(s, QStringLiteral("hand:") + name, tr("whether the %1 is at hand").arg(q(in_words(which))),
                      tr("not at hand"), tr("at hand"),
                      [at, which](Job& job) -> bool& { return at(job, which).at_hand; });
        blanks().length(s, QStringLiteral("error:") + name,
                        tr("one standard deviation of a reading with the %1").arg(q(in_words(which))),
                        [at, which](Job& job) -> Length& { return at(job, which).error; });
        blanks().optional_length(s, QStringLiteral("reach:") + name,
                                 tr("the longest reading of the %1").arg(q(in_words(which))), tr("far enough"),
                                 [at, which](Job& job) -> std::optional<Length>& { return at(job, which).reach; });
    }
}

// ---- what it comes to

void ProofSlip::write_comes(Card& card) {
    const auto& proof = m_desk.proof();
    if (!proof)
        return;
    int number = 0;
    for (const std::string& sentence : proof->sentences)
        card.words(QStringLiteral("proofWords:%1").arg(++number), q(sentence), Card::OfUse::ToCopy);
    if (proof->all)
        card.quiet(q(whose_decision()));
    if (!proof->would_tell.empty()) {
        card.heading(tr("These readings would tell"));
        constexpr std::size_t most = 6;
        for (std::size_t i = 0; i < std::min(proof->would_tell.size(), most); ++i) {
            const ToMeasure& each = proof->would_tell[i];
            card.hangs_on(line_of(each));
            card.line(QStringLiteral("wouldTell:%1").arg(i + 1), line_of(each),
                      [this, each] {
                          show_page(Measure);
                          take(each);
                      },
                      {{}, q(each.why)});
        }
    }
    write_holes(card);
    write_freedom(card);
    card.links([&] {
        card.link(QStringLiteral("proofCsv"), tr("report as CSV…"),
                  [this] { emit report_wanted(QStringLiteral(".csv")); });
        card.link(QStringLiteral("proofData"), tr("report as data…"),
                  [this] { emit report_wanted(QStringLiteral(".json")); });
    });
}

void ProofSlip::write_holes(Card& card) {
    const FaceProof& proof = *m_desk.proof();
    const Unit unit = document().job().unit;
    card.heading(tr("Hole by hole"));
    card.quiet(tr("How far from its place, give or take what the readings may be out, of what is allowed. A drawing's "
                  "position tolerance is twice that."));
    constexpr std::size_t most = 60;
    std::size_t number = 0;
    for (std::size_t i = 0; i < proof.measured.holes.size() && number < most; ++i) {
        const HoleJudged& each = proof.verdicts.holes[i];
        const clockface::Hole& hole = proof.measured.holes[i];
        ++number;
        QString words = each.verdict && proof.found.holes[i].off
                            ? tr("%1 ± %2 of %3")
                                  .arg(q(thousandths(each.by, unit)), q(thousandths(each.error, unit)),
                                       q(thousandths(each.limit, unit)))
                            : q(each.words);
        // What else was found at it, where that decides.
        for (const HoleCheck& check : proof.checks[i])
            if (check.verdict && check.verdict == proof.holes[i] && check.verdict != each.verdict)
                words += QLatin1String(". ") + q(check.words);
        card.hangs_on(static_cast<int>(hole.pattern));
        card.line(QStringLiteral("proved:") + q(hole.name),
                  QStringLiteral("%1 %2: %3").arg(sign_of(proof.holes[i]), q(hole.name), words),
                  [this, name = hole.name, pattern = hole.pattern] {
                      selection().select(document().job().patterns[pattern].name, name);
                      show_page(Hole);
                  },
                  {}, {selection().hole() == hole.name});
    }
    if (proof.measured.holes.size() > most)
        card.quiet(tr("Shown are the first %1 of %2 holes; the report has them all.")
                       .arg(most)
                       .arg(proof.measured.holes.size()));
}

// Which patterns count by their place, and which only have to agree among themselves.
void ProofSlip::write_freedom(Card& card) {
    const Job& job = document().job();
    for (std::size_t i = 0; i < job.patterns.size(); ++i) {
        if (!is_at_hand(job, job.patterns[i]) || job.blank.on_side())
            continue;
        const QString id = QString::number(job.patterns[i].id);
        Sentence& s = card.sentence(QStringLiteral("freedom:") + id);
        s.reads(tr("%1 {mayShift}.").arg(q(job.patterns[i].name)));
        blanks().one_of<bool>(
            s, QStringLiteral("mayShift:") + id, tr("how %1 is judged").arg(q(job.patterns[i].name)),
            Fillings<bool>({{true, tr("may shift and turn as a whole")}, {false, tr("keeps to zero")}}),
            [i](const Job& at) { return lies_free(at.patterns[i]); },
            [i](Job& at, bool free) { at.patterns[i].may_shift = free; });
    }
    Sentence& s = card.sentence(QStringLiteral("depthsWithin"));
    s.reads(tr("A hole may stand {holesWithin} from its place where its pattern does not say, and a depth may be "
               "{depthsWithin} more."));
    blanks().length(s, QStringLiteral("holesWithin"), tr("what a hole may stand from its place"),
                    [](Job& at) -> Length& { return at.holes_within; });
    blanks().length(s, QStringLiteral("depthsWithin"), tr("how much deeper than called for a hole may be"),
                    [](Job& at) -> Length& { return at.depths_within; });
}

std::function<std::string()> ProofSlip::reporter(const QString& ending) {
    m_desk.follow();
    return m_desk.reporter(ending == QLatin1String(".csv"));
}

} // namespace clockface::app
