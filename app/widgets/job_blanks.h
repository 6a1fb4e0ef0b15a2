// The usual blanks over the job: each knows how to show one value, read a typed text and hand on the next job.
#pragma once

#include "document/document.h"
#include "measure/read_angle.h"
#include "widgets/fillings.h"
#include "widgets/sentence.h"

namespace clockface::app {

/// Makes blanks that edit one document. `Reach` functions find the value inside a job; they must not be called on a job
/// that lacks it (slips are rebuilt when the patterns change).
class JobBlanks {
public:
    explicit JobBlanks(Document& document)
        : m_document(document) {}

    template <class T> using Reach = std::function<T&(Job&)>;

    /// A length in the job's unit.
    void length(Sentence& sentence, const QString& name, const QString& what, Reach<Length> reach) const;
    /// A diameter: "r 30.75" gives it by its radius, and the radius is said beside it.
    void diameter(Sentence& sentence, const QString& name, const QString& what, Reach<Length> reach) const;
    /// A length that may be missing: empty (or the word itself) takes it away.
    void optional_length(Sentence& sentence, const QString& name, const QString& what, const QString& none,
                         Reach<std::optional<Length>> reach) const;
    /// One coordinate of a point, with the sign the drawing gives it.
    void coordinate(Sentence& sentence, const QString& name, const QString& what, Axis axis, Reach<Point> reach) const;
    /// A whole number; `of_what` is the noun for its sentence ("holes").
    void count(Sentence& sentence, const QString& name, const QString& what, int least, int most, Reach<int> reach,
               const std::string& of_what = "holes") const;
    /// A direction, in the job's angle convention or as clock time.
    void direction(Sentence& sentence, const QString& name, const QString& what, Reach<Angle> reach) const;
    /// An amount of turn.
    void turn(Sentence& sentence, const QString& name, const QString& what, Reach<Angle> reach) const;
    void sense(Sentence& sentence, const QString& name, const QString& what, Reach<Sense> reach) const;
    /// One of two wordings.
    void flag(Sentence& sentence, const QString& name, const QString& what, const QString& no, const QString& yes,
              Reach<bool> reach) const;
    /// Several lengths with commas between them.
    void lengths(Sentence& sentence, const QString& name, const QString& what, Reach<std::vector<Length>> reach) const;
    /// Several places "X, Y; X, Y" as the drawing counts them; the job holds them from the point `from` gives. Where
    /// `none` is not empty it stands for no place at all.
    void points(Sentence& sentence, const QString& name, const QString& what, const QString& none,
                Reach<std::vector<Point>> reach, std::function<Point(const Job&)> from) const;
    /// A hole of another pattern, by name.
    void hole(Sentence& sentence, const QString& name, const QString& what, Reach<HoleRef> reach) const;
    void text(Sentence& sentence, const QString& name, const QString& what, Reach<std::string> reach) const;
    /// Anything else: own words out, own reading in.
    void custom(Sentence& sentence, const QString& name, const QString& what, std::function<QString(const Job&)> show,
                std::function<Result<QString>(Job&, const QString&)> read) const;
    void choice(Sentence& sentence, const QString& name, const QString& what, const QStringList& fillings,
                std::function<int(const Job&)> now, std::function<void(Job&, int)> choose) const;
    /// One of several values, each with its word.
    template <class Value>
    void one_of(Sentence& sentence, const QString& name, const QString& what, const Fillings<Value>& fillings,
                std::function<Value(const Job&)> now, std::function<void(Job&, Value)> choose) const {
        choice(
            sentence, name, what, fillings.words(),
            [fillings, now = std::move(now)](const Job& job) { return fillings.place_of(now(job)); },
            [fillings, choose = std::move(choose)](Job& job, int filling) { choose(job, fillings.at(filling)); });
    }
    template <class Value>
    void one_of(Sentence& sentence, const QString& name, const QString& what, const Fillings<Value>& fillings,
                const Reach<Value>& reach) const {
        one_of<Value>(
            sentence, name, what, fillings,
            [reach](const Job& job) {
                Job copy = job;
                return reach(copy);
            },
            [reach](Job& job, Value value) { reach(job) = value; });
    }

private:
    Document& m_document;
};

/// "30° (2:00)", and reading it back: the clock time in brackets behind the figure is not read again.
QString shown_direction(const Job& job, Angle bearing);
Result<ReadAngle> read_shown_direction(const QString& text, const Job& job);

/// "12.500" trimmed to what has to be written in the job's unit, with the unit: "12.5 mm".
QString shown_length(const Job& job, Length length);

} // namespace clockface::app
