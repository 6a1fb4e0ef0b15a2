#include "slips/reckoner.h"

#include "look/plain_text.h"
#include "look/words.h"
#include "measure/reckon.h"
#include "measure/shop_number.h"
#include "words/say.h"

#include <QLabel>
#include <QPushButton>
#include <cmath>

namespace clockface::app {

namespace {

constexpr double usual_margin = 1.5; // diameters

} // namespace

Reckoner::Reckoner(Document& document, Selection& selection, QWidget* parent)
    : Slip(document, selection, parent) {
    body()->addWidget(heading_label(tr("Reckoning")));
    Sentence* s = add();
    s->reads(tr("Half of {halfOf} on graduations of {graduation}:"));
    length(*s, "halfOf", tr("reading"), Length::mm(12.37));
    length(*s, "graduation", tr("graduation"), Length::mm(0.02));
    answer(&Reckoner::half);
    s = add();
    s->reads(tr("Between {sizeOne} and {sizeOther}:"));
    length(*s, "sizeOne", tr("one size"), Length::inches(0.5));
    length(*s, "sizeOther", tr("the other size"), Length::mm(13.0));
    answer(&Reckoner::difference);
    s = add();
    s->reads(tr("Equal spaces, from {postsKnown}: {postHoles} holes, span {postSpan}, spacing {postSpacing}:"));
    const Fillings<Known> known = {{Known::HolesAndSpan, tr("holes and span")},
                                   {Known::SpanAndSpacing, tr("span and spacing")},
                                   {Known::HolesAndSpacing, tr("holes and spacing")}};
    s->choice(
        QStringLiteral("postsKnown"), tr("what is known of the row"), known.words(),
        [this, known] { return known.place_of(m_known); },
        [this, known](int filling) {
            m_known = known.at(filling);
            refresh();
            return QString();
        });
    count(*s, "postHoles", tr("number of holes"), 5);
    length(*s, "postSpan", tr("span from the first to the last hole"), Length::mm(48.0));
    length(*s, "postSpacing", tr("spacing"), Length::mm(12.0));
    answer(&Reckoner::posts);
    s = add();
    s->reads(tr("On a length of {rowLength}, {rowHoles} holes of {rowSize}, {rowSpacing} apart:"));
    length(*s, "rowLength", tr("length of the piece"), Length::mm(140.0));
    count(*s, "rowHoles", tr("number of holes"), 7);
    length(*s, "rowSize", tr("size of the holes"), Length::mm(6.2));
    length(*s, "rowSpacing", tr("spacing"), Length::mm(18.0));
    answer(&Reckoner::row);
    s = add();
    s->reads(tr("A pair {pairSpacing} apart on a width of {pairDrawn} drawn and {pairMeasured} measured:"));
    length(*s, "pairSpacing", tr("spacing of the pair"), Length::mm(40.0));
    length(*s, "pairDrawn", tr("width by the drawing"), Length::mm(60.0));
    length(*s, "pairMeasured", tr("width as measured"), Length::mm(60.3));
    answer(&Reckoner::pair);
    s = add();
    s->reads(tr("Stepping {stepFigure} {stepTimes} times on a device that shows {stepOf}:"));
    length(*s, "stepFigure", tr("figure to be stepped"), Length::inches(7.0 / 64.0));
    count(*s, "stepTimes", tr("number of times"), 12);
    length(*s, "stepOf", tr("smallest step of the device"), Length::inches(0.001));
    answer(&Reckoner::steps);
    s = add();
    s->reads(tr("A screw of {ringPitch} pitch with {ringHoles} holes round it:"));
    length(*s, "ringPitch", tr("pitch of the screw"), Length::mm(1.25));
    count(*s, "ringHoles", tr("number of holes in its ring"), 12);
    answer(&Reckoner::ring);
    add_round_sums();
    add_scribing_sums();
    add_cutting_sums();
    add_zero_sums();
    auto* back = link_button(QStringLiteral("leaveReckoner"), tr("back to the job"));
    set_tip(back, tr("The figures stay (Ctrl+R)"));
    connect(back, &QPushButton::clicked, this, &Reckoner::leave_wanted);
    body()->addWidget(back);
    body()->addStretch();
    reckon();
}

Sentence* Reckoner::add() {
    Sentence* s = sentence();
    m_sentences << s;
    body()->addWidget(s);
    return s;
}

void Reckoner::answer(QString (Reckoner::*sum)() const) {
    auto* label = plain_label();
    label->setObjectName(QStringLiteral("answer%1").arg(m_answers.size()));
    label->setWordWrap(true);
    let_copy(label);
    label->setContentsMargins(14, 0, 0, 8);
    m_answers.emplace_back(label, [this, sum] { return (this->*sum)(); });
    body()->addWidget(label);
}

void Reckoner::length(Sentence& s, const QString& name, const QString& what, Length first) {
    length_if(s, name, what, first, true);
}

void Reckoner::reading(Sentence& s, const QString& name, const QString& what, Length first) {
    length_if(s, name, what, first, false);
}

void Reckoner::length_if(Sentence& s, const QString& name, const QString& what, Length first, bool above_nought) {
    m_lengths[name] = m_firsts[name] = first;
    s.blank(
        name, what, [this, name] { return fig(m_lengths.at(name)); },
        [this, name, above_nought](const QString& text, bool) -> Tried {
            const Result<ReadLength> read = read_length(text.toStdString(), document().settled().unit);
            if (!read)
                return {q(read.error().sentence), {}};
            if (above_nought && !(read->value > Length{}))
                return {tr("A length above nought would do."), {}};
            m_lengths[name] = read->value;
            m_firsts.erase(name);
            reckon();
            return {{}, q(read->how.empty() ? both_units(read->value) : read->how)};
        });
}

void Reckoner::count(Sentence& s, const QString& name, const QString& what, int first) {
    m_counts[name] = first;
    s.blank(
        name, what, [this, name] { return q(count_word(m_counts.at(name))); },
        [this, name](const QString& text, bool) -> Tried {
            constexpr int most = 10'000;
            const Result<int> read = read_count(text.trimmed().toStdString(), 1, most, "holes");
            if (!read)
                return {q(read.error().sentence), {}};
            m_counts[name] = *read;
            reckon();
            return {};
        });
}

// What nobody has typed over yet is a round figure in the job's own unit.
void Reckoner::take_firsts() {
    const Unit unit = document().settled().unit;
    for (const auto& [name, first] : m_firsts) {
        const Length step = Length::inches(first < Length::inches(0.1) ? 0.001 : 0.01);
        const bool in_mm = std::fabs(std::remainder(first.in_mm(), 0.01)) < 1e-9;
        m_lengths[name] = unit == Unit::Inch && in_mm ? step * std::max(1.0, std::round(first / step)) : first;
    }
}

void Reckoner::refresh() {
    take_firsts();
    reckon();
    for (Sentence* s : m_sentences)
        s->refresh();
}

void Reckoner::reckon() {
    for (const auto& [label, sum] : std::as_const(m_answers))
        label->setText(sum());
}

QString Reckoner::fig(Length length) const {
    return shown_length(document().settled(), length);
}

QString Reckoner::half() const {
    const Halved found = halved(m_lengths.at("halfOf"), m_lengths.at("graduation"));
    if (found.below == found.above)
        return tr("%1, on a graduation.").arg(fig(found.half));
    return tr("%1. Set %2, which leaves %3, or %4, which is %5 too much.")
        .arg(fig(found.half), fig(found.below), fig(found.half - found.below), fig(found.above),
             fig(found.above - found.half));
}

QString Reckoner::difference() const {
    const Length one = m_lengths.at("sizeOne");
    const Length other = m_lengths.at("sizeOther");
    if (one == other)
        return tr("no difference.");
    return tr("%1; the %2 is larger.").arg(q(both_units(abs(other - one))), one > other ? tr("first") : tr("second"));
}

QString Reckoner::posts() const {
    const int holes = m_counts.at("postHoles");
    const Length span = m_lengths.at("postSpan");
    const Length spacing = m_lengths.at("postSpacing");
    const Result<FencePosts> found = [&] {
        if (m_known == Known::HolesAndSpan)
            return posts_by_spacing_of(holes, span);
        if (m_known == Known::SpanAndSpacing)
            return posts_by_count_of(span, spacing);
        return posts_by_span_of(holes, spacing);
    }();
    if (!found)
        return q(found.error().sentence);
    const QString left =
        found->left_over > Length{} ? tr(" %1 of the span is left over.").arg(fig(found->left_over)) : QString();
    return tr("%1 over %2, %3 apart: %4, so the first is copied %5.%6")
        .arg(q(say("{count} {count:hole|holes}", {{"count", found->holes}})), fig(found->span), fig(found->spacing),
             q(say("{count} {count:gap|gaps}", {{"count", found->gaps()}})),
             q(say("{count} {count:time|times}", {{"count", found->gaps()}})), left);
}

QString Reckoner::row() const {
    const Length round = document().settled().unit == Unit::Inch ? Length::inches(1.0 / 32.0) : Length::mm(0.5);
    const Result<RowInLength> found =
        row_in_length(m_lengths.at("rowLength"), m_counts.at("rowHoles"), m_lengths.at("rowSpacing"),
                      m_lengths.at("rowSize"), usual_margin, round);
    if (!found)
        return q(found.error().sentence);
    QStringList rounds;
    for (const Length each : found->round_spacings)
        rounds << fig(each);
    const QString enough = found->margin_in_diameters < usual_margin ? tr("less than the usual %1").arg(usual_margin)
                                                                     : tr("the usual least is %1").arg(usual_margin);
    return tr("%1 from either end to the first centre, %2 diameters (%3).%4")
        .arg(fig(found->margin), q(decimal(found->margin_in_diameters, 2)), enough,
             rounds.isEmpty() ? QString()
                              : tr(" Round spacings that leave enough: %1.").arg(rounds.join(QStringLiteral(", "))));
}

QString Reckoner::pair() const {
    const Length spacing = m_lengths.at("pairSpacing");
    const Length drawn = m_lengths.at("pairDrawn");
    const Length measured = m_lengths.at("pairMeasured");
    if (spacing >= drawn || spacing >= measured)
        return tr("The pair is wider than the piece.");
    const PairInWidth edges = pair_from_nearest_edges(spacing, drawn, measured);
    const PairInWidth left = pair_from_left(spacing, drawn, measured);
    const PairInWidth middle = pair_from_middle(spacing, measured);
    return tr("from the middle, %1 to either edge; all from the left edge, %2 left and %3 right; each from its own "
              "edge, "
              "%4 to the edges but %5 apart: the spacing takes the error.")
        .arg(fig(middle.left), fig(left.left), fig(left.right), fig(edges.left), fig(edges.spacing));
}

QString Reckoner::steps() const {
    const Stepping found = stepping(m_lengths.at("stepFigure"), m_lengths.at("stepOf"), m_counts.at("stepTimes"));
    return tr("set %1, which is %2 off; stepped %3 it piles up to %4. Set every place from zero instead.")
        .arg(fig(found.set), fig(abs(found.off_once)),
             q(say("{count} {count:time|times}", {{"count", m_counts.at("stepTimes")}})), fig(abs(found.piled_up)));
}

QString Reckoner::ring() const {
    return tr("%1 from hole to hole.").arg(fig(m_lengths.at("ringPitch") / m_counts.at("ringHoles")));
}

} // namespace clockface::app
