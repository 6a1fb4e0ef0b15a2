#include "formats/survey_report.h"

#include "formats/json_reader.h"
#include "measure/figures.h"
#include "survey/designs.h"
#include "survey/fits.h"
#include "survey/marks.h"
#include "survey/part_text.h"
#include "words/say.h"

#include <cmath>
#include <fmt/format.h>

namespace clockface {

namespace {

using ordered = nlohmann::ordered_json;

std::string figure(double mm, Unit unit, Sign sign = Sign::WhenNegative) {
    return decimal(mm / millimetres_in(unit), unit == Unit::Inch ? 4 : 3, sign);
}

std::optional<WayAcross> way_of(const OldPart& part, const Survey& survey, std::size_t hole, const Shop& shop,
                                const Estimates& estimates) {
    const SurveyedHole& place = survey.holes[hole];
    return way_taken(part.holes[hole], part.marking, std::get<MarksAcross>(shop.marks.kind), estimates,
                     place.known_to());
}

std::string next_words(const NextReading& next) {
    std::string names;
    for (const std::string& each : next.between)
        names += " " + each;
    return fmt::format("{}{}. {}", word_of(next.kind), names, next.reason);
}

} // namespace

std::string survey_to_text(const OldPart& part, const Survey& survey, const Shop& shop, const Estimates& estimates) {
    const Unit unit = part.unit;
    std::string out = say("Places in {unit}, error nineteen times in twenty", {{"unit", unit_word(unit)}}) + "\n";
    for (const SurveyedHole& hole : survey.holes)
        if (hole.at) {
            const PlaceWords place = place_in_words(hole, unit);
            out += fmt::format("  {:8} {:>10} {:>10}   ± {}{}\n", hole.name, place.x, place.y, place.error,
                               hole.unchecked.empty() ? "" : "   unchecked");
        } else {
            out += "  " +
                   say("{hole} no place: {open}", {{"hole", fmt::format("{:8}", hole.name)}, {"open", hole.open}}) +
                   "\n";
        }
    out += "\n" + say("Readings ({spare} more than needed)", {{"spare", survey.spare}}) + "\n";
    for (std::size_t i = 0; i < part.readings.size(); ++i) {
        const Leftover& left = survey.readings[i];
        const bool angle =
            part.readings[i].kind == ReadingKind::AngleAt || part.readings[i].kind == ReadingKind::Square;
        std::string over = figure(left.leftover, unit, Sign::Always);
        if (part.readings[i].struck)
            over = say("struck out");
        else if (angle)
            over = decimal(left.leftover, 2, Sign::Always) + "°";
        out += "  " +
               say("{number}  {readings} left over {over}{remark}{remark2}",
                   {{"number", fmt::format("{:3}", i + 1)},
                    {"readings", fmt::format("{:40}", to_line(part.readings[i], unit))},
                    {"over", over},
                    {"remark", left.doubt.empty() ? "" : "   " + left.doubt},
                    {"remark2", left.set_aside ? " " + say("Set aside.") : ""}}) +
               "\n";
    }
    if (!survey.sentences.empty())
        out += "\n";
    for (const std::string& each : survey.sentences)
        out += each + "\n";
    if (survey.next)
        out += say("Next reading: {next}", {{"next", next_words(*survey.next)}}) + "\n";
    if (const auto likely = proposals(part, survey); !likely.empty()) {
        out += "\n" + say("Likely designs") + "\n";
        for (const Proposal& each : likely)
            out += fmt::format("  {}{}\n", each.sentence, each.fits() ? "" : " " + say("It hardly fits."));
    }
    const FitCheck fit = check_fit(part, survey, estimates.made_within);
    if (!fit.pairs.empty())
        out += "\n" +
               say("Bolting up: {left} of play left at the worst hole, {worst}; {fit} of {draws} drawn copies go "
                   "together.",
                   {{"left", figure(fit.left.in_mm(), unit)},
                    {"worst", fit.worst},
                    {"fit", std::lround(fit.share * fit.draws)},
                    {"draws", fit.draws}}) +
               "\n";
    out += "\nMarks\n";
    for (std::size_t i = 0; i < part.holes.size(); ++i) {
        const auto way = way_of(part, survey, i, shop, estimates);
        out += way ? "  " +
                         say("{holes} by {way}, within {expected}{remark}. {reason}",
                             {{"holes", fmt::format("{:8}", part.holes[i].name)},
                              {"way", in_words(way->way)},
                              {"expected", figure(way->expected.in_mm(), unit)},
                              {"remark", way->holds ? "" : say(", which is more than is wanted")},
                              {"reason", way->reason}}) +
                         "\n"
                   : "  " +
                         say("{holes} no way to get it across", {{"holes", fmt::format("{:8}", part.holes[i].name)}}) +
                         "\n";
    }
    return out;
}

std::string survey_to_json(const OldPart& part, const Survey& survey, const Shop& shop, const Estimates& estimates) {
    ordered out{{"clockface", "survey"}, {"version", 1}, {"settled", survey.settled()}, {"checked", survey.checked()}};
    out["zero"] = survey.zero < 0 ? "" : part.holes[static_cast<std::size_t>(survey.zero)].name;
    out["spare_readings"] = survey.spare;
    out["scatter"] = survey.scatter;
    out["holes"] = ordered::array();
    for (std::size_t i = 0; i < survey.holes.size(); ++i) {
        const SurveyedHole& hole = survey.holes[i];
        ordered one{{"name", hole.name}};
        if (hole.at) {
            one["x"] = hole.at->x.in_mm();
            one["y"] = hole.at->y.in_mm();
            one["error"] = {{"major", hole.spread.major.in_mm()},
                            {"minor", hole.spread.minor.in_mm()},
                            {"bearing", hole.spread.bearing.in_degrees()}};
            if (!hole.unchecked.empty())
                one["unchecked"] = hole.unchecked;
        } else {
            one["open"] = hole.open;
        }
        if (const auto way = way_of(part, survey, i, shop, estimates))
            one["mark"] = {{"by", in_words(way->way)}, {"within", way->expected.in_mm()}, {"holds", way->holds}};
        out["holes"].push_back(std::move(one));
    }
    out["readings"] = ordered::array();
    for (std::size_t i = 0; i < part.readings.size(); ++i) {
        const Leftover& left = survey.readings[i];
        ordered one{{"reading", to_line(part.readings[i], part.unit)},
                    {"used", left.used},
                    {"left_over", left.leftover},
                    {"ratio", left.ratio},
                    {"expected", left.expected},
                    {"controlled", left.controlled}};
        if (!left.doubt.empty())
            one["doubt"] = left.doubt;
        out["readings"].push_back(std::move(one));
    }
    out["sentences"] = survey.sentences;
    if (survey.next)
        out["next_reading"] = {
            {"kind", word_of(survey.next->kind)}, {"between", survey.next->between}, {"reason", survey.next->reason}};
    out["designs"] = ordered::array();
    for (const Proposal& each : proposals(part, survey))
        out["designs"].push_back({{"sentence", each.sentence},
                                  {"worst", each.worst.in_mm()},
                                  {"expected", each.expected.in_mm()},
                                  {"fits", each.fits()}});
    const FitCheck fit = check_fit(part, survey, estimates.made_within);
    out["bolting_up"] = {
        {"play_left", fit.left.in_mm()}, {"worst", fit.worst}, {"share", fit.share}, {"draws", fit.draws}};
    return out.dump(2, ' ', false, ordered::error_handler_t::replace) + "\n";
}

} // namespace clockface
