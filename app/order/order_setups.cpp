// How it is done: the set-ups themselves. With one, and nothing said of it, only what could be had besides is shown.
#include "layout/pattern.h"
#include "look/words.h"
#include "order/order_slip.h"
#include "words/say.h"

#include <QVBoxLayout>
#include <fmt/format.h>
#include <fmt/ranges.h>

namespace clockface::app {

namespace {

// "A, C": the patterns a set-up makes, by name.
QString pattern_names(const Job& job, const OfPatterns& own) {
    QStringList names;
    for (const Pattern& pattern : job.patterns)
        if (std::find(own.patterns.begin(), own.patterns.end(), pattern.id) != own.patterns.end())
            names << q(pattern.name);
    return names.join(QStringLiteral(", "));
}

QStringList parts_of(const QString& text) {
    QStringList parts;
    for (const QString& part : text.split(QLatin1Char(',')))
        if (!part.trimmed().isEmpty())
            parts << part.trimmed();
    return parts;
}

Result<QString> read_patterns(Job& job, std::size_t index, const QString& text) {
    OfPatterns own;
    for (const QString& part : parts_of(text)) {
        const int found = pattern_index(job, part.toStdString());
        if (found < 0 || job.patterns[static_cast<std::size_t>(found)].face != job.setups[index].up)
            return problem("", say("There is no pattern {letter} on this face. Letters of its patterns with commas "
                                   "between them would do.",
                                   {{"letter", part.toStdString()}}));
        own.patterns.push_back(job.patterns[static_cast<std::size_t>(found)].id);
    }
    if (own.patterns.empty())
        return problem("", say("Letters of patterns with commas between them would do, such as A, C."));
    job.setups[index].makes = own;
    return QString();
}

Result<QString> read_cutters(Job& job, std::size_t index, const QString& text, const CutterList& list) {
    WithCutters own;
    for (const QString& part : parts_of(text)) {
        const auto found = std::find_if(list.lines.begin(), list.lines.end(), [&](const FetchLine& line) {
            return q(line.cutter.name).compare(part, Qt::CaseInsensitive) == 0;
        });
        if (found == list.lines.end())
            return problem("", say("'{typed}' is not among the cutters to fetch. Their names with commas between them "
                                   "would do.",
                                   {{"typed", part.toStdString()}}));
        own.cutters.push_back(found->cutter.name);
    }
    if (own.cutters.empty())
        return problem("", say("Names of cutters to fetch with commas between them would do."));
    job.setups[index].makes = own;
    return QString();
}

// What a set-up could make, in the order of the words on the screen; what is asked for by name begins with the first
// there is, so that its blank is never empty.
std::vector<Operations> makings(const Job& job, const SetupPlan& plan, Face face) {
    OfPatterns patterns;
    for (const Pattern& pattern : job.patterns)
        if (pattern.face == face && patterns.patterns.empty())
            patterns.patterns.push_back(pattern.id);
    WithCutters cutters;
    for (const int chain : plan.kind_of)
        for (const CutStep& step : plan.chains()[static_cast<std::size_t>(chain)].steps)
            if (!step.skipped && cutters.cutters.empty())
                cutters.cutters.push_back(step.cutter.name);
    return {TheRest{}, Handwork{}, patterns, cutters};
}

} // namespace

void OrderSlip::write_setup(Card& card, std::size_t index) {
    const Setup& setup = document().job().setups[index];
    const QString number = QString::number(index + 1);
    Sentence& made = card.sentence();
    made.reads(tr("Set-up {number}, called {setupName}, has the {face} up and makes {setupMakes} {setupPatterns} "
                  "{setupCutters}."),
               {{QStringLiteral("number"), number},
                {QStringLiteral("face"), q(face_in_words(document().job().blank.shape, setup.up))}});
    blanks().custom(
        made, QStringLiteral("setupName") + number, tr("what set-up %1 is called").arg(number),
        [index](const Job& at) { return q(in_words(at, at.setups[index])); },
        [index](Job& at, const QString& text) -> Result<QString> {
            Setup& named = at.setups[index];
            named.name.clear(); // the name it has by itself is none of the user's
            if (text.trimmed().toStdString() != in_words(at, named))
                named.name = text.trimmed().toStdString();
            return QString();
        });
    blanks().choice(
        made, QStringLiteral("setupMakes") + number, tr("what set-up %1 makes").arg(number),
        {tr("all that is left"), tr("what is done by hand"), tr("the holes of"), tr("the steps of")},
        [this, index](const Job& at) {
            const Setup& own = at.setups[index];
            const auto all = makings(at, document().whole_plan().of(own.id), own.up);
            return static_cast<int>(
                std::find_if(all.begin(), all.end(),
                             [&](const Operations& each) { return each.index() == own.makes.index(); }) -
                all.begin());
        },
        [this, index](Job& at, int chosen) {
            Setup& own = at.setups[index];
            at.own_setups = true;
            own.makes = makings(at, document().whole_plan().of(own.id), own.up)[static_cast<std::size_t>(chosen)];
        });
    if (std::holds_alternative<OfPatterns>(setup.makes))
        blanks().custom(
            made, QStringLiteral("setupPatterns") + number, tr("patterns that set-up %1 makes").arg(number),
            [index](const Job& at) {
                const auto* own = std::get_if<OfPatterns>(&at.setups[index].makes);
                return own ? pattern_names(at, *own) : QString();
            },
            [index](Job& at, const QString& text) { return read_patterns(at, index, text); });
    if (std::holds_alternative<WithCutters>(setup.makes))
        blanks().custom(
            made, QStringLiteral("setupCutters") + number, tr("cutters that set-up %1 works with").arg(number),
            [index](const Job& at) {
                const auto* own = std::get_if<WithCutters>(&at.setups[index].makes);
                return own ? q(fmt::format("{}", fmt::join(own->cutters, ", "))) : QString();
            },
            [this, index](Job& at, const QString& text) {
                return read_cutters(at, index, text, document().plan().cutters());
            });
}

void OrderSlip::write_setup_links(Card& card, std::size_t index) {
    const int id = document().job().setups[index].id;
    const QString number = QString::number(index + 1);
    card.hangs_on(id);
    if (index > 0)
        card.link(QStringLiteral("setupEarlier") + number, tr("do it earlier"),
                  [this, id] { edit(tr("order of the set-ups"), [id](Job& at) { at = with_setup_earlier(at, id); }); },
                  {.spoken = tr("do set-up %1 earlier").arg(number)});
    card.link(QStringLiteral("setupAway") + number, tr("take it away"),
              [this, id] { edit(tr("set-up taken away"), [id](Job& at) { at = without_setup(at, id); }); },
              {.spoken = tr("take set-up %1 away").arg(number)});
}

void OrderSlip::write_setups(Card& card) {
    const Job& job = document().job();
    card.space(8);
    if (job.setups.size() > 1 || job.own_setups)
        for (std::size_t i = 0; i < job.setups.size(); ++i) {
            write_setup(card, i);
            if (job.setups.size() > 1)
                card.links([&] { write_setup_links(card, i); });
        }
    if (!job.own_setups) {
        Sentence& hands = card.sentence();
        hands.reads(tr("What is done by hand is done {handworkApart}."));
        blanks().flag(hands, QStringLiteral("handworkApart"), tr("where handwork is done"),
                      tr("before the work is taken out"), tr("in a set-up of its own"),
                      [](Job& at) -> bool& { return at.handwork_apart; });
    }
    card.link(QStringLiteral("setupAdd"), tr("one more set-up with this face up"),
              [this] { edit(tr("further set-up"), [](Job& at) { at = with_further_setup(at, at.blank.up); }); });
    if (job.own_setups)
        card.link(QStringLiteral("setupsProposed"), tr("set-ups as the program proposes them"),
                  [this] { edit(tr("set-ups as proposed"), [](Job& at) { at.own_setups = false; }); });
}

} // namespace clockface::app
