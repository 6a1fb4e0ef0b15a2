#include "slips/bar_pattern_sentence.h"

#include "layout/new_pattern.h"
#include "layout/on_bar.h"
#include "layout/validate.h"
#include "look/words.h"
#include "measure/figures.h"
#include "measure/shop_number.h"
#include "shop/hole_words.h"
#include "slips/hole_blanks.h"

#include <algorithm>

namespace clockface::app {

namespace {

// Words of blanks that are read again when they are typed: they are no messages, and the same in every language.
constexpr QLatin1String not_at_all("not at all");

// The hole before this pattern that somebody would count from: the first of the pattern before it.
HoleRef hole_before(const Job& job, std::size_t index) {
    for (std::size_t i = index; i > 0; --i)
        if (job.patterns[i - 1].face == Face::Top)
            return {job.patterns[i - 1].name, 1};
    return {"?", 1}; // refused, with a sentence
}

class BarWriter {
public:
    BarWriter(Sentence& sentence, const JobBlanks& blanks, const Job& job, std::size_t index)
        : m_s(sentence)
        , m_blanks(blanks)
        , m_job(job)
        , m_index(index)
        , m_bar(std::get<BarPattern>(job.patterns[index].layout)) {}

    void write() {
        // A clause for what every pattern says, one for how several follow each other, one for the axis.
        const bool several = m_bar.count > 1;
        const QHash<QString, QString> seen{{QStringLiteral("end"), q(end_in_words(m_job.blank.bar.seen_from))}};
        if (m_bar.angle_from)
            m_s.reads(
                several
                    ? tr("{count} holes {size}, drilled {reach} {depth} {into}, {along} from {alongFrom} {alongHole}, "
                         "the first at {angleFrom} {angleHole}, by {turnFrom} {turnSense} seen from {end}")
                    : tr("{count} hole {size}, drilled {reach} {depth} {into}, {along} from {alongFrom} {alongHole}, "
                         "at "
                         "{angleFrom} {angleHole}, by {turnFrom} {turnSense} seen from {end}"),
                seen);
        else
            m_s.reads(
                several
                    ? tr("{count} holes {size}, drilled {reach} {depth} {into}, {along} from {alongFrom} {alongHole}, "
                         "the first at {angleFrom} {first} seen from {end}")
                    : tr("{count} hole {size}, drilled {reach} {depth} {into}, {along} from {alongFrom} {alongHole}, "
                         "at "
                         "{angleFrom} {first} seen from {end}"),
                seen);
        if (several)
            m_s.reads(follow_words());
        m_s.reads(tr("; off the axis {offset}"));
        m_blanks.count(m_s, "count", tr("number of holes"), 1, limits::holes_in_pattern, part(&BarPattern::count));
        size_blank(m_s, m_blanks, m_index);
        reach();
        along();
        angle();
        if (m_bar.count > 1)
            steps();
        offset();
    }

private:
    Sentence& m_s;
    const JobBlanks& m_blanks;
    const Job& m_job;
    std::size_t m_index;
    BarPattern m_bar;

    static BarPattern& bar_of(Job& job, std::size_t index) { return std::get<BarPattern>(job.patterns[index].layout); }
    [[nodiscard]] JobBlanks::Reach<BarPattern> bar() const {
        return [index = m_index](Job& job) -> BarPattern& { return bar_of(job, index); };
    }
    template <class T> [[nodiscard]] JobBlanks::Reach<T> part(T BarPattern::*member) const {
        return [index = m_index, member](Job& job) -> T& { return bar_of(job, index).*member; };
    }
    [[nodiscard]] JobBlanks::Reach<HoleRef> ref(std::optional<HoleRef> BarPattern::*member) const {
        return [index = m_index, member](Job& job) -> HoleRef& { return (bar_of(job, index).*member).value(); };
    }

    void reach() {
        const std::size_t index = m_index;
        using Way = std::pair<BarReach, bool>; // and whether a depth is said
        m_blanks.one_of<Way>(
            m_s, "reach", tr("how far the holes go"),
            {{{BarReach::AsSaid, false}, tr("through")},
             {{BarReach::AsSaid, true}, tr("to a depth of")},
             {{BarReach::ToAxis, false}, tr("to the axis")},
             {{BarReach::IntoBore, false}, tr("into the bore")},
             {{BarReach::IntoHole, false}, tr("into hole")}},
            [index](const Job& job) {
                Job copy = job;
                const BarReach now = bar_of(copy, index).reach;
                return Way{now, now == BarReach::AsSaid && job.patterns[index].hole.depth};
            },
            [index](Job& job, Way way) {
                BarPattern& now = bar_of(job, index);
                job.patterns[index].hole.depth.reset();
                now.into.reset();
                now.reach = way.first;
                if (way.second)
                    job.patterns[index].hole.depth = job.blank.diameter.actual() / 4.0;
                if (now.reach == BarReach::IntoHole)
                    now.into = hole_before(job, index);
            });
        if (m_job.patterns[m_index].hole.depth)
            m_blanks.length(m_s, "depth", tr("depth of the holes"),
                            [index](Job& job) -> Length& { return job.patterns[index].hole.depth.value(); });
        if (m_bar.into)
            m_blanks.hole(m_s, "into", tr("the hole they run into"), ref(&BarPattern::into));
    }

    void along() {
        m_blanks.length(m_s, "along", tr("distance along the bar"), part(&BarPattern::along));
        using From = std::pair<AlongFrom, int>; // and which shoulder
        std::vector<std::pair<From, QString>> from{{{AlongFrom::Zero, 0}, tr("zero")},
                                                   {{AlongFrom::LeftEnd, 0}, tr("the left end")},
                                                   {{AlongFrom::RightEnd, 0}, tr("the right end")}};
        for (int i = 1; i <= static_cast<int>(m_job.blank.bar.shoulders.size()); ++i)
            from.emplace_back(From{AlongFrom::Shoulder, i}, tr("shoulder %1").arg(i));
        from.emplace_back(From{AlongFrom::Hole, 0}, tr("hole"));
        m_blanks.one_of<From>(
            m_s, "alongFrom", tr("what the distance is counted from"), Fillings<From>(from),
            [bar = bar()](const Job& job) {
                Job copy = job;
                const BarPattern& now = bar(copy);
                return From{now.along_from, now.along_from == AlongFrom::Shoulder ? now.shoulder : 0};
            },
            [bar = bar(), index = m_index](Job& job, From chosen) {
                BarPattern& now = bar(job);
                now.hole.reset();
                now.along_from = chosen.first;
                if (chosen.first == AlongFrom::Hole)
                    now.hole = hole_before(job, index);
                if (chosen.first == AlongFrom::Shoulder)
                    now.shoulder = chosen.second;
            });
        if (m_bar.hole)
            m_blanks.hole(m_s, "alongHole", tr("the hole the distance is counted from"), ref(&BarPattern::hole));
    }

    void angle() {
        m_blanks.choice(
            m_s, "angleFrom", tr("what the angle is counted from"), {tr("angle"), tr("an angle from hole")},
            [bar = bar()](const Job& job) {
                Job copy = job;
                return bar(copy).angle_from ? 1 : 0;
            },
            [bar = bar(), index = m_index](Job& job, int filling) {
                BarPattern& now = bar(job);
                now.angle_from.reset();
                now.at = Angle::degrees(90.0);
                if (filling == 1)
                    now.angle_from = hole_before(job, index);
            });
        if (m_bar.angle_from) {
            m_blanks.hole(m_s, "angleHole", tr("the hole the angle is counted from"), ref(&BarPattern::angle_from));
            turn_from_hole();
        } else {
            m_blanks.direction(m_s, "first", tr("direction of the first hole"), part(&BarPattern::at));
        }
    }
    // The turn and its sense are one signed angle in the job.
    void turn_from_hole() {
        const auto at = part(&BarPattern::at);
        const auto plus = [](const Job& job) { return as_seen(job, Sense::CounterClockwise); };
        m_blanks.custom(
            m_s, "turnFrom", tr("angle from that hole"),
            [at](const Job& job) {
                Job copy = job;
                return q(in_degrees(Angle::degrees(std::fabs(at(copy).in_degrees()))));
            },
            [at](Job& job, const QString& text) -> Result<QString> {
                return read_turn(text.toStdString()).map([&](const ReadAngle& read) {
                    at(job) = at(job) < Angle{} ? -read.value : read.value;
                    return q(read.how);
                });
            });
        m_blanks.one_of<Sense>(
            m_s, "turnSense", tr("way round from that hole"), sense_fillings(),
            [at, plus](const Job& job) {
                Job copy = job;
                return at(copy) < Angle{} ? opposite(plus(job)) : plus(job);
            },
            [at, plus](Job& job, Sense sense) {
                const double size = std::fabs(at(job).in_degrees());
                at(job) = Angle::degrees(plus(job) == sense ? size : -size);
            });
    }

    [[nodiscard]] QString follow_words() const {
        const bool along = m_bar.pitch != Length{}, round = m_bar.turn != Angle{};
        if (m_bar.all_round)
            return along ? tr("; they follow each other {follow} {pitch} apart, {going}")
                         : tr("; they follow each other {follow}, {going}");
        if (!round)
            return tr("; they follow each other {follow} {pitch} apart");
        return along ? tr("; they follow each other {follow} {pitch} and {turn} apart, {going}")
                     : tr("; they follow each other {follow} {turn} apart, {going}");
    }
    void steps() {
        enum class Follow { Along, AllRound, Round, AlongAndRound };
        m_blanks.one_of<Follow>(
            m_s, "follow", tr("how the holes follow each other"),
            {{Follow::Along, tr("along the bar")},
             {Follow::AllRound, tr("all round it")},
             {Follow::Round, tr("round it by an angle")},
             {Follow::AlongAndRound, tr("along and round it")}},
            [bar = bar()](const Job& job) {
                Job copy = job;
                const BarPattern& now = bar(copy);
                if (now.pitch != Length{})
                    return now.all_round || now.turn != Angle{} ? Follow::AlongAndRound : Follow::Along;
                return now.all_round ? Follow::AllRound : Follow::Round;
            },
            [bar = bar()](Job& job, Follow chosen) {
                BarPattern& now = bar(job);
                const Length pitch = now.pitch != Length{} ? now.pitch : job.blank.diameter.actual() / 2.0;
                const bool turns = chosen == Follow::Round || chosen == Follow::AlongAndRound;
                now.all_round = chosen == Follow::AllRound;
                now.pitch = chosen == Follow::Along || chosen == Follow::AlongAndRound ? pitch : Length{};
                now.turn = turns ? Angle::degrees(360.0 / (now.count + 1)) : Angle{};
            });
        if (m_bar.pitch != Length{})
            m_blanks.length(m_s, "pitch", tr("distance along from hole to hole"), part(&BarPattern::pitch));
        if (!m_bar.all_round && m_bar.turn != Angle{})
            m_blanks.turn(m_s, "turn", tr("angle from hole to hole"), part(&BarPattern::turn));
        if (m_bar.all_round || m_bar.turn != Angle{})
            sense("going", tr("way round in which the holes are counted"), part(&BarPattern::going));
    }
    // A way round, as the drawing sees it.
    void sense(const QString& name, const QString& what, const JobBlanks::Reach<Sense>& reach) {
        m_blanks.one_of<Sense>(
            m_s, name, what, sense_fillings(),
            [reach](const Job& job) {
                Job copy = job;
                return as_seen(job, reach(copy));
            },
            [reach](Job& job, Sense seen) { reach(job) = as_seen(job, seen); });
    }

    void offset() {
        const auto reach = part(&BarPattern::offset);
        m_blanks.custom(
            m_s, "offset", tr("distance of the hole's axis from the bar's"),
            [reach](const Job& job) {
                Job copy = job;
                const Length off = reach(copy);
                const bool counter = as_seen(job, off < Length{} ? Sense::Clockwise : Sense::CounterClockwise) ==
                                     Sense::CounterClockwise;
                return off == Length{} ? not_at_all
                                       : shown_length(job, abs(off)) + QLatin1String(counter ? " ccw" : " cw");
            },
            [reach](Job& job, const QString& text) -> Result<QString> {
                QString typed = text.trimmed();
                if (typed.isEmpty() || typed == not_at_all) {
                    reach(job) = {};
                    return QString();
                }
                Sense side = Sense::CounterClockwise;
                if (typed.endsWith(QLatin1String("ccw"))) {
                    typed.chop(3);
                } else if (typed.endsWith(QLatin1String("cw"))) {
                    typed.chop(2);
                    side = Sense::Clockwise;
                }
                return read_length(typed.toStdString(), job.unit).map([&](const ReadLength& read) {
                    reach(job) = read.value * sign_of(as_seen(job, side));
                    return tr("%1, on the %2 side of the way in")
                        .arg(q(both_units(abs(read.value))),
                             read.value * sign_of(side) < Length{} ? tr("clockwise") : tr("counter-clockwise"));
                });
            });
    }
};

} // namespace

void write_bar_pattern(Sentence& sentence, const JobBlanks& blanks, const Job& job, std::size_t index) {
    BarWriter(sentence, blanks, job, index).write();
}

} // namespace clockface::app
