#include "widgets/job_blanks.h"

#include "look/words.h"
#include "measure/figures.h"
#include "measure/lists.h"
#include "measure/read_angle.h"
#include "measure/shop_number.h"
#include "shop/hole_words.h"
#include "words/say.h"

#include <QRegularExpression>

namespace clockface::app {

namespace {

// Echo of a length: how it was read if that could be doubted, and both units while typing.
QString echo(const ReadLength& read) {
    const QString both = q(both_units(read.value));
    if (read.how.empty())
        return both;
    return q(read.how).contains(both) ? q(read.how) : q(read.how) + QStringLiteral("; ") + both;
}

// The value as it stands. Reach works on a job that may change, so it is given one of its own.
template <class T> T peek(const Job& job, const JobBlanks::Reach<T>& reach) {
    Job copy = job;
    return reach(copy);
}

} // namespace

QString shown_length(const Job& job, Length length) {
    return q(with_unit(length, job.unit));
}

QString shown_direction(const Job& job, Angle bearing) {
    const Angle seen = as_seen(job, bearing);
    return q(in_degrees(job.convention.figure_of(seen)) + " (" + clock_time(seen) + ")");
}

Result<ReadAngle> read_shown_direction(const QString& text, const Job& job) {
    const QString typed = text.section(QLatin1Char('('), 0, 0).trimmed();
    return read_direction(typed.isEmpty() ? text.toStdString() : typed.toStdString(), job.convention)
        .map([&](ReadAngle read) {
            read.value = as_seen(job, read.value);
            return read;
        });
}

void JobBlanks::custom(Sentence& sentence, const QString& name, const QString& what,
                       std::function<QString(const Job&)> show,
                       std::function<Result<QString>(Job&, const QString&)> read) const {
    Document& document = m_document;
    sentence.blank(
        name, what, [&document, show] { return show(document.job()); },
        [&document, read, what](const QString& text, bool keep) -> Tried {
            Job next = document.settled();
            const Result<QString> how = read(next, text);
            if (!how) {
                document.drop_preview();
                return {q(how.error().sentence), {}};
            }
            if (!keep && document.preview(next))
                return {{}, *how};
            // Either to be kept, or not possible: then edit says why.
            if (const Result<void> kept = document.edit(QObject::tr("change of %1").arg(what), next); !kept)
                return {q(kept.error().sentence), {}};
            return {};
        });
}

void JobBlanks::length(Sentence& sentence, const QString& name, const QString& what, Reach<Length> reach) const {
    custom(
        sentence, name, what, [reach](const Job& job) { return shown_length(job, peek(job, reach)); },
        [reach](Job& job, const QString& text) -> Result<QString> {
            return read_length(text.toStdString(), job.unit).map([&](const ReadLength& read) {
                reach(job) = read.value;
                return echo(read);
            });
        });
}

void JobBlanks::diameter(Sentence& sentence, const QString& name, const QString& what, Reach<Length> reach) const {
    custom(
        sentence, name, what, [reach](const Job& job) { return shown_length(job, peek(job, reach)); },
        [reach](Job& job, const QString& text) -> Result<QString> {
            const QString typed = text.trimmed();
            static const QRegularExpression by_radius(QStringLiteral("^(r|R|radius)\\s*(?=[\\d.(#])"));
            const QRegularExpressionMatch match = by_radius.match(typed);
            const QString figure = match.hasMatch() ? typed.mid(match.capturedLength()) : typed;
            return read_length(figure.toStdString(), job.unit).map([&](const ReadLength& read) {
                const Length value = match.hasMatch() ? read.value * 2.0 : read.value;
                reach(job) = value;
                const QString size = match.hasMatch() ? q(both_units(value)) : echo(read);
                return QObject::tr("diameter %1; radius %2").arg(size, shown_length(job, value / 2.0));
            });
        });
}

void JobBlanks::optional_length(Sentence& sentence, const QString& name, const QString& what, const QString& none,
                                Reach<std::optional<Length>> reach) const {
    custom(
        sentence, name, what,
        [reach, none](const Job& job) {
            const std::optional<Length> value = peek(job, reach);
            return value ? shown_length(job, *value) : none;
        },
        [reach, none](Job& job, const QString& text) -> Result<QString> {
            if (text.trimmed().isEmpty() || text.trimmed() == none) {
                reach(job).reset();
                return none;
            }
            return read_length(text.toStdString(), job.unit).map([&](const ReadLength& read) {
                reach(job) = read.value;
                return echo(read);
            });
        });
}

void JobBlanks::coordinate(Sentence& sentence, const QString& name, const QString& what, Axis axis,
                           Reach<Point> reach) const {
    const auto part = [axis](Point& point) -> Length& { return axis == Axis::X ? point.x : point.y; };
    custom(
        sentence, name, what,
        [reach, part](const Job& job) {
            Point drawn = as_drawn(job.datum, peek(job, reach));
            return shown_length(job, part(drawn));
        },
        [reach, part](Job& job, const QString& text) -> Result<QString> {
            return read_length(text.toStdString(), job.unit).map([&](const ReadLength& read) {
                Point drawn = as_drawn(job.datum, reach(job));
                part(drawn) = read.value;
                reach(job) = from_drawn(job.datum, drawn);
                return echo(read);
            });
        });
}

void JobBlanks::count(Sentence& sentence, const QString& name, const QString& what, int least, int most,
                      Reach<int> reach, const std::string& of_what) const {
    custom(
        sentence, name, what, [reach](const Job& job) { return q(count_word(peek(job, reach))); },
        [reach, least, most, of_what](Job& job, const QString& text) -> Result<QString> {
            return read_count(text.trimmed().toStdString(), least, most, of_what).map([&](int read) {
                reach(job) = read;
                return QString();
            });
        });
}

void JobBlanks::direction(Sentence& sentence, const QString& name, const QString& what, Reach<Angle> reach) const {
    custom(
        sentence, name, what, [reach](const Job& job) { return shown_direction(job, peek(job, reach)); },
        [reach](Job& job, const QString& text) -> Result<QString> {
            return read_shown_direction(text, job).map([&](const ReadAngle& read) {
                reach(job) = read.value;
                return read.how.empty() ? q(clock_time(read.value) + " on the clock; " + job.convention.in_words())
                                        : q(read.how);
            });
        });
}

void JobBlanks::turn(Sentence& sentence, const QString& name, const QString& what, Reach<Angle> reach) const {
    custom(
        sentence, name, what, [reach](const Job& job) { return q(in_degrees(peek(job, reach))); },
        [reach](Job& job, const QString& text) -> Result<QString> {
            return read_turn(text.toStdString()).map([&](const ReadAngle& read) {
                reach(job) = read.value;
                return q(read.how);
            });
        });
}

void JobBlanks::text(Sentence& sentence, const QString& name, const QString& what, Reach<std::string> reach) const {
    custom(
        sentence, name, what, [reach](const Job& job) { return q(peek(job, reach)); },
        [reach](Job& job, const QString& typed) -> Result<QString> {
            reach(job) = typed.simplified().toStdString();
            return QString();
        });
}

void JobBlanks::flag(Sentence& sentence, const QString& name, const QString& what, const QString& no,
                     const QString& yes, Reach<bool> reach) const {
    choice(
        sentence, name, what, {no, yes}, [reach](const Job& job) { return peek(job, reach) ? 1 : 0; },
        [reach](Job& job, int filling) { reach(job) = filling == 1; });
}

void JobBlanks::sense(Sentence& sentence, const QString& name, const QString& what, Reach<Sense> reach) const {
    one_of(sentence, name, what, sense_fillings(), reach);
}

void JobBlanks::lengths(Sentence& sentence, const QString& name, const QString& what,
                        Reach<std::vector<Length>> reach) const {
    custom(
        sentence, name, what,
        [reach](const Job& job) {
            QStringList all;
            for (const Length each : peek(job, reach))
                all << q(decimal(each.in(job.unit), job_decimals(job.unit), Sign::WhenNegative, Tail::Trim));
            return all.join(QStringLiteral(", "));
        },
        [reach](Job& job, const QString& text) -> Result<QString> {
            return read_lengths(text.toStdString(), job.unit).map([&](const std::vector<Length>& read) {
                reach(job) = read;
                Length whole;
                for (const Length each : read)
                    whole += each;
                return QObject::tr("together %1").arg(q(both_units(whole)));
            });
        });
}

void JobBlanks::points(Sentence& sentence, const QString& name, const QString& what, const QString& none,
                       Reach<std::vector<Point>> reach, std::function<Point(const Job&)> from) const {
    custom(
        sentence, name, what,
        [reach, none, from](const Job& job) {
            QStringList all;
            for (const Point& each : peek(job, reach)) {
                const Point drawn = as_drawn(job.datum, from(job) + each);
                const auto figure = [&](Length length) {
                    return q(decimal(length.in(job.unit), job_decimals(job.unit), Sign::WhenNegative, Tail::Trim));
                };
                all << figure(drawn.x) + QStringLiteral(", ") + figure(drawn.y);
            }
            return all.isEmpty() ? none : all.join(QStringLiteral("; "));
        },
        [reach, none, from](Job& job, const QString& text) -> Result<QString> {
            std::vector<Point>& all = reach(job);
            if (!none.isEmpty() && (text.trimmed().isEmpty() || text.trimmed() == none)) {
                all.clear();
                return QString();
            }
            return read_points(text.toStdString(), job.unit).map([&](const std::vector<Point>& read) {
                const Point origin = from(job);
                all.clear();
                for (const Point& each : read)
                    all.push_back(from_drawn(job.datum, each) - origin);
                return q(say("{count} {count:place|places}", {{"count", all.size()}}));
            });
        });
}

void JobBlanks::hole(Sentence& sentence, const QString& name, const QString& what, Reach<HoleRef> reach) const {
    custom(
        sentence, name, what, [reach](const Job& job) { return q(in_words(peek(job, reach))); },
        [reach](Job& job, const QString& text) -> Result<QString> {
            return read_hole_name(text.trimmed().toStdString(), job).map([&](const HoleRef& read) {
                reach(job) = read;
                return QString();
            });
        });
}

void JobBlanks::choice(Sentence& sentence, const QString& name, const QString& what, const QStringList& fillings,
                       std::function<int(const Job&)> now, std::function<void(Job&, int)> choose) const {
    Document& document = m_document;
    sentence.choice(
        name, what, fillings, [&document, now] { return now(document.job()); },
        [&document, choose, what](int filling) -> QString {
            Job next = document.settled();
            choose(next, filling);
            const Result<void> kept = document.edit(QObject::tr("change of %1").arg(what), next);
            return kept ? QString() : q(kept.error().sentence);
        });
}

} // namespace clockface::app
