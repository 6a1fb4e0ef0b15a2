// The words of kinds of readings and of instruments.
#include "measure/figures.h"
#include "measure/small_letters.h"
#include "survey/part_text.h"
#include "words/say.h"

#include <algorithm>
#include <fmt/format.h>
#include <fmt/ranges.h>

namespace clockface {

namespace {

const std::vector<std::string> kind_words = {"outside", "inside", "over-pins", "between-pins",
                                             "centres", "wall",   "far-side",  "along-edge",
                                             "height",  "angle",  "in-line",   "square"};

} // namespace

const std::vector<std::string>& instrument_words() {
    static const std::vector<std::string> words = {"caliper",    "rule",         "height-gauge",
                                                   "protractor", "straightedge", "try-square"};
    return words;
}

std::vector<FeatureKind> features_of(ReadingKind kind, std::size_t names) {
    switch (kind) {
    case ReadingKind::Wall:
    case ReadingKind::FarSide:
    case ReadingKind::Height:
        return {FeatureKind::Hole, FeatureKind::Edge};
    case ReadingKind::AlongEdge:
        return {FeatureKind::Hole, FeatureKind::Edge, FeatureKind::Edge};
    case ReadingKind::AngleAt:
    case ReadingKind::InLine:
        return {FeatureKind::Hole, FeatureKind::Hole, FeatureKind::Hole};
    case ReadingKind::Square:
        if (names == 2)
            return {FeatureKind::Edge, FeatureKind::Edge};
        return {FeatureKind::Hole, FeatureKind::Hole, FeatureKind::Hole};
    default:
        return {FeatureKind::Hole, FeatureKind::Hole};
    }
}

std::string features_in_words(ReadingKind kind) {
    switch (kind) {
    case ReadingKind::Wall:
    case ReadingKind::FarSide:
    case ReadingKind::Height:
        return say("a hole and an edge");
    case ReadingKind::AlongEdge:
        return say("a hole, the edge it is measured along, and the edge that makes the corner");
    case ReadingKind::AngleAt:
        return say("three holes, the angle being at the second");
    case ReadingKind::InLine:
        return say("three holes");
    case ReadingKind::Square:
        return say("three holes, the right angle being at the second, or two edges");
    default:
        return say("two holes");
    }
}

const std::string& word_of(ReadingKind kind) {
    return kind_words.at(static_cast<std::size_t>(kind));
}

std::string kind_in_words(ReadingKind kind) {
    std::string out = word_of(kind);
    std::replace(out.begin(), out.end(), '-', ' ');
    return out;
}

std::string in_words(Instrument instrument) {
    std::string out = instrument_words().at(static_cast<std::size_t>(instrument));
    std::replace(out.begin(), out.end(), '-', ' ');
    return out;
}

std::string named_in_words(const Reading& reading) {
    return fmt::format("{} {}", kind_in_words(reading.kind), fmt::join(reading.between, " "));
}

std::string in_words(const Reading& reading, Unit unit) {
    if (!has_figure(reading.kind))
        return named_in_words(reading);
    return fmt::format("{}: {}", named_in_words(reading),
                       reads_length(reading.kind) ? thousandths(reading.length, unit) : in_degrees(reading.angle, 2));
}

std::string correction_in_words(ReadingKind kind) {
    switch (kind) {
    case ReadingKind::Outside:
        return say("centres = reading − half of both diameters");
    case ReadingKind::Inside:
        return say("centres = reading + half of both diameters");
    case ReadingKind::OverPins:
        return say("centres = reading − half of both pins");
    case ReadingKind::BetweenPins:
        return say("centres = reading + half of both pins");
    case ReadingKind::Centres:
        return say("centres = reading, nothing added");
    case ReadingKind::Wall:
        return say("edge to centre = reading + half the diameter");
    case ReadingKind::FarSide:
        return say("edge to centre = reading − half the diameter");
    case ReadingKind::AlongEdge:
        return say("corner to abreast of the centre = reading, nothing added");
    case ReadingKind::Height:
        return say("edge to centre = reading − half the pin");
    case ReadingKind::AngleAt:
        return say("the angle at the second hole, as read");
    case ReadingKind::InLine:
        return say("the second hole lies on the line of the others");
    case ReadingKind::Square:
        break;
    }
    return say("90 degrees, as the square shows");
}

Result<ReadingKind> read_kind(std::string_view word) {
    std::string said = small_letters(word);
    std::replace(said.begin(), said.end(), ' ', '-');
    std::vector<std::string> fit;
    for (std::size_t i = 0; i < kind_words.size(); ++i) {
        if (kind_words[i] == said)
            return static_cast<ReadingKind>(i);
        if (!said.empty() && kind_words[i].rfind(said, 0) == 0)
            fit.push_back(kind_words[i]);
    }
    if (fit.size() == 1)
        return read_kind(fit.front());
    if (fit.size() > 1)
        return problem({}, say("'{word}' may be {fit}: one letter more.", {{"word", word}, {"fit", one_of(fit)}}));
    return problem({}, say("'{word}' is no kind of reading. There are: {kind}.",
                           {{"word", word}, {"kind", fmt::format("{}", fmt::join(kind_words, ", "))}}));
}

PlaceWords place_in_words(const SurveyedHole& hole, Unit unit) {
    const double error = (hole.spread.major * nineteen_in_twenty).in(unit);
    const int decimals = worth_writing(error, job_decimals(unit));
    // Two figures of the error, so that it can be seen which of two places is known better.
    return {decimal(hole.at->x.in(unit), decimals, Sign::Always), decimal(hole.at->y.in(unit), decimals, Sign::Always),
            decimal(error, std::min(decimals + 1, job_decimals(unit)))};
}

} // namespace clockface
