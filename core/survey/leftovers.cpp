#include "survey/net.h"

#include "measure/figures.h"
#include "words/say.h"

#include <fmt/format.h>

namespace clockface {

namespace {

std::string upper_first(std::string text) {
    if (!text.empty() && text[0] >= 'a' && text[0] <= 'z')
        text[0] = static_cast<char>(text[0] - 'a' + 'A');
    return text;
}

std::string figure_in(Unit unit, ReadingKind kind, double value) {
    if (kind == ReadingKind::AngleAt || kind == ReadingKind::Square)
        return in_degrees(Angle::degrees(value), 2);
    return decimal(value / millimetres_in(unit), unit == Unit::Inch ? 4 : 2) + " " + unit_name(unit);
}

// What is said of the k-th observation that was set aside.
void tell_doubt(HeldAgainst& out, const Net& net, const Doubts& doubts, std::size_t k) {
    const std::size_t observation = doubts.set_aside[k];
    const Observation& seen = net.observations[observation];
    const Unit unit = net.part.unit;
    std::vector<std::string> others;
    for (const Doubts::Rival& rival : doubts.rivals)
        if (rival.instead_of == k)
            others.push_back(said(net, rival.observation));
    const std::string rivals = one_of(others);
    const double fitting = predict(seen, doubts.fit.at);
    std::string doubt =
        say("It does not fit: the others give {seen}.", {{"seen", figure_in(unit, seen.kind, fitting)}});
    if (seen.is_diameter)
        doubt = say("{observation} was given as {seen}; the readings give {Centres}.",
                    {{"observation", upper_first(said(net, observation))},
                     {"seen", figure_in(unit, ReadingKind::Centres, seen.value)},
                     {"Centres", figure_in(unit, ReadingKind::Centres, fitting)}});
    std::string cause;
    for (const int index : seen.readings) {
        cause = likely_cause(net, net.part.readings[static_cast<std::size_t>(index)], seen, doubts.fit.at);
        Leftover& left = out.readings[static_cast<std::size_t>(index)];
        left.doubt = doubt + (cause.empty() ? "" : " " + cause);
        if (!rivals.empty())
            left.doubt += " " + say("It could as well be {rivals} that is wrong.", {{"rivals", rivals}});
    }
    std::string sentence = seen.is_diameter ? doubt
                                            : say("{observation} does not fit and was set aside.",
                                                  {{"observation", upper_first(said(net, observation))}});
    if (!cause.empty())
        sentence += " " + cause;
    if (!rivals.empty())
        sentence += " " + say("It could as well be {rivals}: measure {others} again.",
                              {{"rivals", rivals}, {"others", others.size() == 1 ? say("both") : say("them")}});
    out.sentences.push_back(sentence);
}

} // namespace

std::string said(const Net& net, std::size_t observation) {
    const Observation& seen = net.observations[observation];
    if (seen.is_diameter)
        return say("the diameter of {part}",
                   {{"part", net.part.holes[static_cast<std::size_t>(seen.features[0])].name}});
    std::vector<std::string> numbers;
    for (const int each : seen.readings)
        numbers.push_back(std::to_string(each + 1));
    return say(numbers.size() > 1 ? later("readings {numbers} ({features})") : later("reading {numbers} ({features})"),
               {{"numbers", all_of(numbers)}, {"features", names_of(net, seen)}});
}

std::string on_the_whole(const Doubts& doubts) {
    if (doubts.contradiction)
        return say("The readings contradict each other, and no few of them are to blame. Measure again, "
                   "beginning with those that are farthest out, or strike out what you doubt.");
    if (doubts.scatter > 1.0)
        return say("The readings scatter {scatter} times as much as the instruments should; the "
                   "errors shown are that much wider.",
                   {{"scatter", fmt::format("{:.1f}", doubts.scatter)}});
    return {};
}

HeldAgainst held_against(const Net& net, const Doubts& doubts, const Knowledge& knowledge) {
    HeldAgainst out;
    out.readings.resize(net.part.readings.size());
    for (std::size_t i = 0; i < net.observations.size(); ++i) {
        const Observation& seen = net.observations[i];
        const double expected = predict(seen, doubts.fit.at);
        for (const int index : seen.readings) {
            const Reading& reading = net.part.readings[static_cast<std::size_t>(index)];
            Leftover& left = out.readings[static_cast<std::size_t>(index)];
            left.used = doubts.weights[i] > 0.0;
            left.set_aside = !left.used;
            left.expected = expected;
            double value = seen.value;
            if (reading.kind == ReadingKind::AngleAt)
                value = reading.angle.in_degrees();
            else if (reads_length(reading.kind))
                value = reading.length.in_mm();
            left.leftover = value - expected;
            left.controlled = knowledge.controlled[static_cast<Eigen::Index>(i)];
            left.ratio = knowledge.normalised(i, seen.error);
        }
    }
    if (!doubts.contradiction)
        for (std::size_t k = 0; k < doubts.set_aside.size(); ++k)
            tell_doubt(out, net, doubts, k);
    return out;
}

} // namespace clockface
