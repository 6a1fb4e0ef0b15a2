#include "look/plain_text.h"
#include "measure/figures.h"
#include "part/part_slip.h"

#include "formats/survey_report.h"
#include "layout/from_part.h"
#include "look/words.h"
#include "shop/hole_words.h"
#include "survey/fits.h"
#include "survey/marks.h"
#include "survey/part_text.h"
#include "widgets/flow_layout.h"

#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QToolButton>
#include <cmath>

namespace clockface::app {

namespace {

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

QString place_words(const SurveyedHole& hole, Unit unit) {
    const PlaceWords place = place_in_words(hole, unit);
    const QString words = PartSlip::tr("%1 is at X %2, Y %3 of the old part, within %4 %5.")
                              .arg(q(hole.name), q(place.x), q(place.y), q(place.error), q(unit_name(unit)));
    return hole.unchecked.empty() ? words : words + QLatin1Char(' ') + q(hole.unchecked);
}

} // namespace

void PartSlip::set_look(const Look& look) {
    m_entry->set_look(look);
    m_as_seen->setIcon(laying_icon(false, look));
    m_turned_over->setIcon(laying_icon(true, look));
}

QWidget* PartSlip::holes_page() {
    auto* page = new QWidget;
    auto* box = new QVBoxLayout(page);
    box->setContentsMargins(0, 0, 0, 0);
    box->setSpacing(10);
    box->addLayout(m_hole.place());
    box->addStretch(1);
    return page;
}

QWidget* PartSlip::copy_page() {
    auto* page = new QWidget;
    auto* box = new QVBoxLayout(page);
    box->setContentsMargins(0, 0, 0, 0);
    box->setSpacing(10);
    box->addWidget(heading_label(tr("Which face does the new piece show?")));
    auto* row = new FlowLayout;
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
    box->addLayout(m_copy.place());
    box->addWidget(heading_label(tr("Do bolts go through both?")));
    m_fit = quiet_label({});
    m_fit->setObjectName(QStringLiteral("fitWords"));
    let_copy(m_fit);
    box->addWidget(m_fit);
    box->addStretch(1);
    return page;
}

QWidget* PartSlip::marks_page() {
    auto* page = new QWidget;
    auto* box = new QVBoxLayout(page);
    box->setContentsMargins(0, 0, 0, 0);
    box->addLayout(m_marks.place());
    box->addStretch(1);
    return page;
}

void PartSlip::lay(bool mirrored) {
    Job next = document().settled();
    next.old_part.laying.mirrored = mirrored;
    edit(mirrored ? tr("copy turned over") : tr("copy as measured"), next);
    refresh();
}

void PartSlip::write_hole(Card& card) {
    const OldPart& part = document().settled().old_part;
    const int chosen = hole_index(part, m_chosen.hole());
    const std::size_t i = chosen < 0 ? 0 : static_cast<std::size_t>(chosen);
    if (part.holes.empty()) {
        card.quiet(tr("No hole is sketched yet. Click on the board where the old part's holes are."));
        return;
    }
    Sentence& s = card.sentence();
    card.hangs_on(i);
    const auto hole = [i](Job& job) -> OldHole& { return job.old_part.holes[i]; };
    s.reads(tr("Hole {oldHoleName} is {oldDiameter} wide and {oldTapped}; it is measured over a pin of {oldPin}, "
               "takes a bolt of {oldBolt}, and is copied as {madeAs}."));
    blanks().custom(
        s, QStringLiteral("oldHoleName"), tr("name of the old part's hole"),
        [i](const Job& job) { return q(job.old_part.holes[i].name); },
        [i, this](Job& job, const QString& text) -> Result<QString> {
            const std::string name = text.trimmed().toStdString();
            job = with_old_name(job, job.old_part.holes[i].name, name);
            return QString();
        });
    blanks().length(s, QStringLiteral("oldDiameter"), tr("its diameter, as measured"),
                    [hole](Job& job) -> Length& { return hole(job).diameter; });
    blanks().flag(s, QStringLiteral("oldTapped"), tr("plain or tapped"), tr("plain"), tr("tapped"),
                  [hole](Job& job) -> bool& { return hole(job).tapped; });
    blanks().optional_length(s, QStringLiteral("oldPin"), tr("diameter of the pin put into it"), tr("its own size"),
                             [hole](Job& job) -> std::optional<Length>& { return hole(job).pin; });
    blanks().optional_length(s, QStringLiteral("oldBolt"), tr("diameter of the bolt that goes through it"),
                             tr("the usual size"),
                             [hole](Job& job) -> std::optional<Length>& { return hole(job).bolt; });
    blanks().custom(
        s, QStringLiteral("madeAs"), tr("what the copy's hole is"),
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
    const SurveyedHole& place = document().survey().holes[i];
    QString words = place.at ? place_words(place, part.unit) : q(place.open);
    if (static_cast<int>(i) == document().survey().zero)
        words = tr("%1 is nought of the old part: everything is counted from it.").arg(q(place.name));
    card.words(QStringLiteral("oldHolePlace"), words);
    card.link(QStringLiteral("removeOldHole"), tr("take %1 and its readings away").arg(q(part.holes[i].name)),
              [this, name = part.holes[i].name] {
                  edit(tr("taking a hole away"), without_old_feature(this->document().settled(), name));
              });
    Sentence& tools = card.sentence();
    tools.reads(
        tr("One reading is trusted to: caliper {caliperError}, rule {ruleError}, height gauge {heightError}, which "
           "is {heightAtHand}."));
    const auto error = [&](Instrument which, const QString& name, const QString& what) {
        blanks().length(tools, name, what, [which](Job& job) -> Length& {
            return job.old_part.instruments[static_cast<std::size_t>(which)].error;
        });
    };
    error(Instrument::Caliper, QStringLiteral("caliperError"), tr("error of the caliper"));
    error(Instrument::Rule, QStringLiteral("ruleError"), tr("error of the rule"));
    error(Instrument::HeightGauge, QStringLiteral("heightError"), tr("error of the height gauge"));
    blanks().flag(tools, QStringLiteral("heightAtHand"), tr("height gauge at hand"), tr("not at hand"), tr("at hand"),
                  [](Job& job) -> bool& {
                      return job.old_part.instruments[static_cast<std::size_t>(Instrument::HeightGauge)].at_hand;
                  });
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

void PartSlip::write_designs(Card& card) {
    const OldPart& part = document().settled().old_part;
    card.heading(tr("Likely designs"));
    card.quiet(tr("What could hardly be so by chance. A design that is taken is laid on the measured places as a "
                  "whole; the readings stay."));
    for (std::size_t i = 0; i < m_proposals.size(); ++i) {
        const Proposal& proposal = m_proposals[i];
        const QString sentence = q(proposal.sentence);
        card.quiet(sentence + (proposal.fits() ? QString() : tr(" It hardly fits.")));
        card.link(QStringLiteral("takeDesign%1").arg(i + 1), tr("take it"), [this, i] { take(m_proposals[i]); },
                  {.spoken = tr("take it: %1").arg(sentence)});
    }
    if (m_proposals.empty())
        card.quiet(tr("None is to be seen in these places."));
    for (std::size_t i = 0; i < part.designs.size(); ++i) {
        QStringList names;
        for (const auto& [name, slot] : part.designs[i].places)
            names << q(name);
        card.link(QStringLiteral("dropDesign%1").arg(i + 1),
                  tr("taken for %1; back to the measured places").arg(names.join(QStringLiteral(", "))), [this, i] {
                      Job next = this->document().settled();
                      next.old_part.designs.erase(next.old_part.designs.begin() + static_cast<std::ptrdiff_t>(i));
                      edit(tr("back to the measured places"), next);
                  });
    }
}

void PartSlip::write_laying(Card& card) {
    const OldPart& part = document().settled().old_part;
    if (part.holes.empty())
        return;
    Sentence& s = card.sentence();
    s.reads(part.laying.centred
                ? tr("Nought of the old part is {partZero} and its x runs along {partAlong}. It is laid "
                     "{layCentred}, x towards {layBearing}.")
                : tr("Nought of the old part is {partZero} and its x runs along {partAlong}. It is laid "
                     "{layCentred} X {layX} Y {layY}, x towards {layBearing}."));
    const auto named = [&](const QString& name, const QString& what, std::string OldPart::*word, bool zero) {
        blanks().custom(
            s, name, what,
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
    named(QStringLiteral("partAlong"), tr("hole or edge x runs to"), &OldPart::along, false);
    blanks().flag(s, QStringLiteral("layCentred"), tr("how it is laid"), tr("with nought at"),
                  tr("in the middle of the piece"), [](Job& job) -> bool& { return job.old_part.laying.centred; });
    if (!part.laying.centred) {
        blanks().coordinate(s, QStringLiteral("layX"), tr("X of the old part's nought"), Axis::X,
                            [](Job& job) -> Point& { return job.old_part.laying.at; });
        blanks().coordinate(s, QStringLiteral("layY"), tr("Y of the old part's nought"), Axis::Y,
                            [](Job& job) -> Point& { return job.old_part.laying.at; });
    }
    blanks().direction(s, QStringLiteral("layBearing"), tr("direction of the old part's x"),
                       [](Job& job) -> Angle& { return job.old_part.laying.bearing; });
    if (!part.laying.mirrored)
        card.quiet(tr("Say first which face the new piece shows: nothing is copied until then."));
    if (document().settled().blank.on_side())
        card.quiet(tr("The side of a bar has no flat face to lay an old part on. Take another blank, or an "
                      "end of the bar."));
}

void PartSlip::show_fit() {
    constexpr int draws = 1000;
    m_fitting.ask([part = document().job().old_part, survey = document().survey(),
                   within = document().estimates().made_within] { return check_fit(part, survey, within, draws); },
                  [this](const FitCheck& fit) { say_fit(fit); });
}

void PartSlip::say_fit(const FitCheck& fit) {
    const Unit unit = document().job().old_part.unit;
    if (fit.pairs.empty()) {
        m_fit->setText(tr("No hole has both a place and a bolt yet."));
        return;
    }
    const QString worst = q(fit.worst);
    const QString goes =
        fit.left < Length{}
            ? tr("They do not: at %1 they miss by %2.").arg(worst, q(thousandths(-fit.left, unit)))
            : tr("They do, with %2 of play left at the worst hole, %1.").arg(worst, q(thousandths(fit.left, unit)));
    m_fit->setText(
        tr("%1 Of %2 copies drawn with the errors of the readings and %3 of making on each axis, %4 go together.")
            .arg(goes)
            .arg(fit.draws)
            .arg(q(thousandths(document().estimates().made_within, unit)))
            .arg(std::lround(fit.share * fit.draws)));
}

void PartSlip::write_marks(Card& card) {
    const OldPart& part = document().settled().old_part;
    Sentence& terms = card.sentence();
    terms.reads(tr("The two parts {faceToFace} face to face, the old one {drillGuide}, they are {bonded}, and a hole "
                   "may be out by {marksWithin}."));
    blanks().flag(terms, QStringLiteral("faceToFace"), tr("face to face"), tr("cannot be clamped"),
                  tr("can be clamped"), [](Job& job) -> bool& { return job.old_part.marking.face_to_face; });
    blanks().flag(terms, QStringLiteral("drillGuide"), tr("drill guide"), tr("may not be drilled through"),
                  tr("may be drilled through"), [](Job& job) -> bool& { return job.old_part.marking.drill_guide; });
    blanks().flag(terms, QStringLiteral("bonded"), tr("glued together"), tr("not glued"), tr("glued for good"),
                  [](Job& job) -> bool& { return job.old_part.marking.bonded; });
    blanks().length(terms, QStringLiteral("marksWithin"), tr("how far out a hole may be"),
                    [](Job& job) -> Length& { return job.old_part.marking.within; });
    if (part.holes.empty())
        return;
    const int chosen = std::max(hole_index(part, m_chosen.hole()), 0);
    const auto i = static_cast<std::size_t>(chosen);
    Sentence& access = card.sentence();
    card.hangs_on(i);
    const auto hole = [i](Job& job) -> HoleAccess& { return job.old_part.holes[i].access; };
    access.reads(
        tr("At {oldHole} the metal is {accessDepth} thick; the hole {accessBlind}. Above it there is {headRoom}, "
           "beside its axis {freeRound}."),
        {{QStringLiteral("oldHole"), q(part.holes[i].name)}});
    blanks().length(access, QStringLiteral("accessDepth"), tr("how deep the hole is"),
                    [hole](Job& job) -> Length& { return hole(job).depth; });
    blanks().flag(access, QStringLiteral("accessBlind"), tr("through or blind"), tr("goes through"), tr("is blind"),
                  [hole](Job& job) -> bool& { return hole(job).blind; });
    blanks().optional_length(access, QStringLiteral("headRoom"), tr("free height above it"), tr("free air"),
                             [hole](Job& job) -> std::optional<Length>& { return hole(job).head_room; });
    blanks().optional_length(access, QStringLiteral("freeRound"), tr("free room beside its axis"), tr("free air"),
                             [hole](Job& job) -> std::optional<Length>& { return hole(job).free_round; });
    const auto& drawer = std::get<MarksAcross>(document().shop().marks.kind);
    for (std::size_t k = 0; k < part.holes.size(); ++k) {
        const SurveyedHole& place = document().survey().holes[k];
        const auto ways = ways_across(part.holes[k], part.marking, drawer, document().estimates(), place.known_to());
        const auto taken = way_taken(part.holes[k], part.marking, drawer, document().estimates(), place.known_to());
        Sentence& s = card.hangs_on(taken ? q(in_words(taken->way)) : QString()).sentence();
        s.reads(tr("{oldHole} by {way}"), {{QStringLiteral("oldHole"), q(part.holes[k].name)}});
        QStringList fillings;
        for (const WayAcross& way : ways)
            fillings << (way.possible
                             ? tr("%1, within %2").arg(q(in_words(way.way)), q(thousandths(way.expected, part.unit)))
                             : tr("%1 – cannot be done").arg(q(in_words(way.way))));
        blanks().choice(
            s, QStringLiteral("way:") + q(part.holes[k].name), tr("way of marking %1").arg(q(part.holes[k].name)),
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
        QString words = taken ? q(taken->reason) : tr("No way gets it across.");
        if (taken && !taken->holds)
            words += tr(" That is more than the hole may be out.");
        if (part.holes[k].access.way && (!taken || taken->way != *part.holes[k].access.way))
            for (const WayAcross& way : ways)
                if (way.way == *part.holes[k].access.way)
                    words += tr(" By %1 it cannot be done: %2").arg(q(in_words(way.way)), q(way.reason));
        card.words(QStringLiteral("markWords:") + q(part.holes[k].name), words);
    }
    card.link(QStringLiteral("workByMarks"), tr("make the list for marks"), [this] {
        Job next = this->document().settled();
        at_hand(next).machine = ref(this->document().shop().marks);
        edit(tr("working by marks"), next);
        emit order_wanted();
    });
}

} // namespace clockface::app
