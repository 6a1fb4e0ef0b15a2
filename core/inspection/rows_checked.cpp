#include "inspection/rows_checked.h"

#include "inspection/what_to_measure.h"
#include "measure/figures.h"
#include "words/say.h"

#include <cmath>

namespace clockface {

namespace {

struct Gap {
    double centres = 0.0, variance = 0.0; // mm, mm²
};

// From middle to middle by the first reading there is between two holes: as drawn, and what it reads more than that.
std::optional<Gap> gap(const MeasuredPart& measured, std::size_t one, std::size_t other) {
    const OldHole &a = measured.part.holes[one], &b = measured.part.holes[other];
    for (const Reading& each : measured.part.readings) {
        if (each.struck || !is_of_two_holes(each.kind) ||
            !((each.between[0] == a.name && each.between[1] == b.name) ||
              (each.between[0] == b.name && each.between[1] == a.name)))
            continue;
        const double error = measured.part.instruments[static_cast<std::size_t>(instrument_of(each))].error.in_mm();
        const bool over_sizes = each.kind == ReadingKind::Outside || each.kind == ReadingKind::Inside;
        const double sizes = over_sizes ? std::pow(measured.size_within[one].in_mm(), 2) +
                                              std::pow(measured.size_within[other].in_mm(), 2)
                                        : 0.0;
        return Gap{distance(a.sketched, b.sketched).in_mm() + each.length.in_mm() - expected_figure(measured, each),
                   error * error + sizes / 4.0};
    }
    return std::nullopt;
}

std::string sum_in_words(const Job& job, const MeasuredPart& measured, const std::string& row,
                         const std::vector<std::size_t>& own) {
    const auto whole = gap(measured, own.front(), own.back());
    if (!whole)
        return {};
    double sum = 0.0, variance = whole->variance;
    for (std::size_t i = 0; i + 1 < own.size(); ++i) {
        const auto each = gap(measured, own[i], own[i + 1]);
        if (!each)
            return {};
        sum += each->centres;
        variance += each->variance;
    }
    const double apart = sum - whole->centres, within = 2.0 * std::sqrt(variance);
    const auto figure = [&](double mm) { return thousandths(Length::mm(std::fabs(mm)), job.unit); };
    if (std::fabs(apart) <= within)
        return say("{row}: the gaps together and first to last agree, within {apart}.",
                   {{"row", row}, {"apart", deviation_in_words(Length::mm(std::fabs(apart)), job.unit)}});
    return say(apart > 0.0
                   ? later("{row}: the gaps together are {apart} longer than first to last, and {within} is what "
                           "these readings may be out. One of them is wrong.")
                   : later("{row}: the gaps together are {apart} shorter than first to last, and {within} is "
                           "what these readings may be out. One of them is wrong."),
               {{"row", row}, {"apart", figure(apart)}, {"within", figure(within)}});
}

} // namespace

Beside farthest_beside(const std::vector<Point>& places, Angle bearing) {
    const double c = bearing.cosine(), s = bearing.sine(), n = static_cast<double>(places.size());
    std::vector<std::pair<double, double>> along; // u, v in mm
    double u_mean = 0.0, v_mean = 0.0, uu = 0.0, uv = 0.0;
    for (const Point& each : places) {
        const Point at = each - places.front();
        along.emplace_back(c * at.x.in_mm() + s * at.y.in_mm(), c * at.y.in_mm() - s * at.x.in_mm());
        u_mean += along.back().first / n;
        v_mean += along.back().second / n;
    }
    for (const auto& [u, v] : along) {
        uu += (u - u_mean) * (u - u_mean);
        uv += (u - u_mean) * (v - v_mean);
    }
    const double slope = uu > 0.0 ? uv / uu : 0.0;
    Beside out;
    for (std::size_t i = 0; i < along.size(); ++i)
        if (const double beside = along[i].second - v_mean - slope * (along[i].first - u_mean);
            std::fabs(beside) > std::fabs(out.by.in_mm()))
            out = {i, Length::mm(beside)};
    return out;
}

std::vector<std::string> rows_checked(const Job& job, const MeasuredPart& measured, const Deviations& found) {
    std::vector<std::string> out;
    for (std::size_t pattern = 0; pattern < job.patterns.size(); ++pattern) {
        const auto* row = std::get_if<RowPattern>(&job.patterns[pattern].layout);
        std::vector<std::size_t> own;
        std::vector<Point> places;
        for (std::size_t i = 0; row && i < measured.holes.size(); ++i)
            if (measured.holes[i].pattern == pattern) {
                own.push_back(i);
                if (found.holes[i].off)
                    places.push_back(measured.holes[i].at + *found.holes[i].off);
            }
        if (own.size() < 3)
            continue;
        if (std::string sum = sum_in_words(job, measured, job.patterns[pattern].name, own); !sum.empty())
            out.push_back(std::move(sum));
        if (places.size() < own.size())
            continue;
        const Beside beside = farthest_beside(places, row->bearing);
        out.push_back(say("{row}: against the straight line through its holes {hole} stands out most, {by}.",
                          {{"row", job.patterns[pattern].name},
                           {"hole", measured.holes[own[beside.which]].name},
                           {"by", thousandths(abs(beside.by), job.unit)}}));
    }
    return out;
}

} // namespace clockface
