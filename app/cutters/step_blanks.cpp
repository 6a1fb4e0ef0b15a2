#include "cutters/cutters_slip.h"

#include "cutting/chains.h"
#include "cutting/cutter_words.h"
#include "cutting/depth_figure.h"
#include "look/plain_figure.h"
#include "look/words.h"
#include "measure/figures.h"
#include "measure/shop_number.h"

namespace clockface::app {

namespace {

// Words of blanks that are read again when they are typed: they are no messages, and the same in every language.
constexpr QLatin1String one_go_word("one go");
constexpr QLatin1String of_word(" of ");
constexpr QLatin1String a_minute_word(" a minute");

// The step as the plan has it now, found again by its name: the slip is older than the plan.
const CutStep* step_now(const Document& document, std::size_t pattern, const std::string& name) {
    const SetupPlan& plan = document.plan();
    for (std::size_t i = 0; i < plan.holes.size(); ++i)
        if (pattern_of_kind(document.job(), plan.holes[i].pattern) == pattern)
            return plan.chain_of(i).find(name);
    return nullptr;
}

StepWish& wish_of(Job& job, std::size_t index, const std::string& step) {
    return job.patterns[index].hole.wishes.steps[step];
}

// What says nothing is not kept, so that a kind of hole without wishes stays like all others.
void forget_empty(Job& job, std::size_t index, const std::string& step) {
    CuttingOverrides& wishes = job.patterns[index].hole.wishes;
    if (!wishes.locked && wishes.steps[step] == StepWish{})
        wishes.steps.erase(step);
}

bool as_planned(const QString& text) {
    return text.trimmed().isEmpty();
}

} // namespace

QString step_reads(const CutStep& step) {
    if (step.skipped)
        return QObject::tr("{number} left out: {step} – {left}");
    if (step.kind == StepKind::Deburr)
        return QObject::tr("{number} {step} – {cutter} {instead} by hand, on the far side.");
    if (step.by_hand)
        return QObject::tr("{number} {step} – {cutter} {instead} its tip {depth} deep, by hand.");
    if (step.kind == StepKind::Tap)
        return QObject::tr("{number} {step} – {cutter} {instead} its tip {depth} deep, driven at {rpm} a minute, which "
                           "feeds {feed}.");
    return step.cutter.kind == CutterKind::Drill
               ? QObject::tr("{number} {step} – {cutter} {instead} its tip {depth} deep at {rpm} a minute in {peck}.")
               : QObject::tr("{number} {step} – {cutter} {instead} its tip {depth} deep at {rpm} a minute.");
}

namespace {

// Of pitch, turns and feed any two give the third, and the thread gives the pitch: a feed that is typed sets the turns.
void feed_blank(Sentence& sentence, const JobBlanks& blanks, const Document& document, std::size_t index,
                const CutStep& step) {
    const std::string name = step.name;
    const auto now = [&document, index, name] { return step_now(document, index, name); };
    blanks.custom(
        sentence, QStringLiteral("feed:") + q(name).remove(QLatin1Char(' ')),
        QObject::tr("feed of the tap in the step '%1'").arg(q(step_title(name))),
        [now](const Job& job) {
            return now() ? q(with_unit(Length::mm(now()->feed_set), job.unit)) + a_minute_word : QString();
        },
        [&document, now, index, name](Job& job, const QString& text) -> Result<QString> {
            if (as_planned(text)) {
                wish_of(job, index, name).rpm.reset();
                forget_empty(job, index, name);
                return QObject::tr("as the program would");
            }
            const CutStep* here = now();
            if (!here)
                return QString();
            // Typed as it is shown: a length for one minute.
            const QString length = text.endsWith(a_minute_word) ? text.chopped(a_minute_word.size()) : text;
            return read_length(length.toStdString(), job.unit)
                .and_then([&](const ReadLength& read) {
                    return turns_for_feed(document.plan().machine.spindle, read.value.in_mm(),
                                          here->feed_per_revolution, job.unit);
                })
                .map([&](double turns) {
                    wish_of(job, index, name).rpm = turns;
                    return QObject::tr("%1 turns a minute").arg(plain_figure(turns));
                });
        });
}

} // namespace

void step_blanks(Sentence& sentence, const JobBlanks& blanks, const Document& document, std::size_t index,
                 const CutStep& step) {
    const std::string name = step.name;
    const QString id = q(name).remove(QLatin1Char(' '));
    const CutterKind kind = step.cutter.kind;
    const auto now = [&document, index, name] { return step_now(document, index, name); };

    blanks.custom(
        sentence, QStringLiteral("cutter:") + id, QObject::tr("cutter of the step '%1'").arg(q(step_title(name))),
        [now](const Job&) { return now() ? q(now()->cutter.name) : QString(); },
        [&document, index, name, kind](Job& job, const QString& text) -> Result<QString> {
            if (as_planned(text)) {
                wish_of(job, index, name).cutter.reset();
                forget_empty(job, index, name);
                return QObject::tr("as the program would");
            }
            return read_cutter(text.toStdString(), kind, cutters_in(document.shop().drawer))
                .map([&](const Cutter& read) {
                    wish_of(job, index, name).cutter = read.name;
                    return q(read.name) + QStringLiteral(", ") + q(both_units(read.actual()));
                });
        });
    if (!step.others.empty()) {
        QStringList fillings{QObject::tr("or ▾")};
        std::vector<std::string> names;
        for (const Choice& other : step.others) {
            fillings << QObject::tr("%1 %2%3").arg(q(other.cutter.name), q(other.consequence),
                                                   other.owned ? QString() : QObject::tr(" – not in the drawer"));
            names.push_back(other.cutter.name);
        }
        blanks.choice(
            sentence, QStringLiteral("instead:") + id,
            QObject::tr("other cutters for the step '%1'").arg(q(step_title(name))), fillings,
            [](const Job&) { return 0; },
            [index, name, names](Job& job, int filling) {
                if (filling > 0)
                    wish_of(job, index, name).cutter = names[static_cast<std::size_t>(filling - 1)];
            });
    }
    if (step.kind == StepKind::Deburr)
        return;
    blanks.custom(
        sentence, QStringLiteral("depth:") + id,
        QObject::tr("depth of the tip in the step '%1'").arg(q(step_title(name))),
        [now](const Job& job) { return now() ? q(depth_figure(now()->tip, job.unit)) : QString(); },
        [index, name](Job& job, const QString& text) -> Result<QString> {
            if (as_planned(text)) {
                wish_of(job, index, name).depth.reset();
                forget_empty(job, index, name);
                return QObject::tr("as deep as the program would");
            }
            return read_length(text.toStdString(), job.unit).map([&](const ReadLength& read) {
                wish_of(job, index, name).depth = read.value;
                return read.how.empty() ? q(both_units(read.value)) : q(read.how);
            });
        });
    if (step.by_hand)
        return;
    blanks.custom(
        sentence, QStringLiteral("rpm:") + id, QObject::tr("turns a minute in the step '%1'").arg(q(step_title(name))),
        [now](const Job&) {
            const CutStep* here = now();
            return here && here->rpm ? plain_figure(*here->rpm) : QObject::tr("no speed");
        },
        [index, name](Job& job, const QString& text) -> Result<QString> {
            if (as_planned(text)) {
                wish_of(job, index, name).rpm.reset();
                forget_empty(job, index, name);
                return QObject::tr("as the program would");
            }
            return read_number(text.toStdString()).map([&](double read) {
                wish_of(job, index, name).rpm = read;
                return QString();
            });
        });
    if (step.kind == StepKind::Tap)
        feed_blank(sentence, blanks, document, index, step);
    if (step.cutter.kind == CutterKind::Drill) {
        blanks.custom(
            sentence, QStringLiteral("peck:") + id,
            QObject::tr("depth of one peck in the step '%1'").arg(q(step_title(name))),
            [now](const Job& job) {
                const CutStep* here = now();
                return !here || here->pecks.size() < 2 ? one_go_word
                                                       : QString::number(here->pecks.size()) + of_word +
                                                             q(depth_figure(here->pecks.front(), job.unit));
            },
            [index, name](Job& job, const QString& text) -> Result<QString> {
                const QString typed = text.section(of_word, -1).trimmed();
                StepWish& wish = wish_of(job, index, name);
                wish.one_go = false;
                wish.peck.reset();
                if (as_planned(typed)) {
                    forget_empty(job, index, name);
                    return QObject::tr("as the program would");
                }
                if (typed == one_go_word) {
                    wish.one_go = true;
                    return QString();
                }
                return read_length(typed.toStdString(), job.unit).map([&](const ReadLength& read) {
                    wish.peck = read.value;
                    return QObject::tr("pecks of at most %1, evened").arg(q(both_units(read.value)));
                });
            });
    }
}

QString why_of(const CutStep& step) {
    QStringList all;
    for (const std::string& why : {step.why_cutter, step.why_depth, step.why_speed, step.why_feed, step.why_fluid})
        if (!why.empty())
            all << q(why);
    return all.join(QStringLiteral("\n"));
}

} // namespace clockface::app
