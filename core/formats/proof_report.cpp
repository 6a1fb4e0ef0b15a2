#include "formats/proof_report.h"

#include "formats/csv_cell.h"
#include "formats/json_values.h"
#include "formats/json_words.h"
#include "formats/piece_json.h"
#include "measure/figures.h"
#include "survey/part_text.h"

#include <algorithm>
#include <set>

namespace clockface {

namespace {

// Words of the file: the same in every language.
const char* word_of(const std::optional<Verdict>& verdict) {
    if (!verdict)
        return "not measured";
    switch (*verdict) {
    case Verdict::Good:
        return "good";
    case Verdict::Bad:
        return "bad";
    case Verdict::CannotTell:
        break;
    }
    return "cannot be told";
}

const char* word_of(Check what) {
    switch (what) {
    case Check::Across:
        return "diameter";
    case Check::Tip:
        return "depth to tip";
    case Check::FullDiameter:
        return "depth of full diameter";
    case Check::FullThread:
        return "depth of full thread";
    case Check::Screw:
        return "screw";
    case Check::CrossEntry:
        return "beside the axis at entry";
    case Check::CrossExit:
        return "beside the axis at exit";
    case Check::CrossLean:
        break;
    }
    return "lean";
}

// The instruments of the readings a hole's place hangs on directly.
std::string with_what(const MeasuredPart& measured, const std::string& hole) {
    std::set<std::string> names;
    for (const Reading& each : measured.part.readings)
        if (!each.struck && std::find(each.between.begin(), each.between.end(), hole) != each.between.end())
            names.insert(instrument_words()[static_cast<std::size_t>(instrument_of(each))]);
    std::string out;
    for (const std::string& each : names)
        out += (out.empty() ? "" : " and ") + each;
    return out;
}

struct Row {
    std::string what;
    std::optional<Length> planned, measured, error, limit;
    std::string with;
    std::optional<Verdict> verdict;
    bool judged = true;
};

std::vector<Row> rows_of(const Job& job, const FaceProof& proof, std::size_t hole) {
    const Deviation& seen = proof.found.holes[hole];
    const HoleJudged& place = proof.verdicts.holes[hole];
    const Point drawn = as_drawn(job.datum, proof.measured.holes[hole].at);
    const std::string with = with_what(proof.measured, proof.measured.part.holes[hole].name);
    std::vector<Row> rows;
    const auto axis = [&](const char* name, Length planned, Axis which) {
        Row row{name, planned, {}, {}, {}, with, {}, false};
        if (seen.off) {
            const Point is = as_drawn(job.datum, proof.measured.holes[hole].at + *seen.off);
            row.measured = which == Axis::X ? is.x : is.y;
            row.error = seen.error(which);
        }
        rows.push_back(row);
    };
    axis("x", drawn.x, Axis::X);
    axis("y", drawn.y, Axis::Y);
    Row by{"from its place", Length{}, {}, {}, place.limit, with, place.verdict};
    if (seen.off) {
        by.measured = place.by;
        by.error = place.error;
    }
    rows.push_back(by);
    for (const HoleCheck& each : proof.checks[hole])
        if (each.what != Check::CrossLean)
            rows.push_back({word_of(each.what), each.wanted, each.is,
                            each.is ? std::optional(each.error) : std::nullopt, each.most ? each.most : each.least,
                            each.what == Check::Screw ? "the screw" : "caliper", each.verdict});
    return rows;
}

std::string figure(const std::optional<Length>& length, Unit unit) {
    return length ? fmt::format("{:.{}f}", length->in(unit), unit == Unit::Inch ? 5 : 4) : std::string();
}

ordered value(const std::optional<Length>& length) {
    return length ? ordered(length->in_mm()) : ordered(nullptr);
}

} // namespace

std::string proof_csv(const Job& job, const FaceProof& proof, int piece) {
    std::string out = "piece,face,hole,what,unit,planned,measured,error,limit,with,verdict\r\n";
    for (std::size_t i = 0; i < proof.measured.holes.size(); ++i)
        for (const Row& row : rows_of(job, proof, i)) {
            const std::vector<std::string> cells = {std::to_string(piece),
                                                    word_for(proof.face, face_words()),
                                                    proof.measured.holes[i].name,
                                                    row.what,
                                                    unit_name(job.unit),
                                                    figure(row.planned, job.unit),
                                                    figure(row.measured, job.unit),
                                                    figure(row.error, job.unit),
                                                    figure(row.limit, job.unit),
                                                    row.with,
                                                    row.judged ? word_of(row.verdict) : ""};
            for (std::size_t k = 0; k < cells.size(); ++k)
                out += (k == 0 ? "" : ",") + cell(cells[k]);
            out += "\r\n";
        }
    return out;
}

std::string proof_data(const Job& job, const FaceProof& proof, const MeasuredPiece& piece, const BoltsUp* bolts) {
    ordered out{{"clockface", "proof"},
                {"version", 1},
                {"title", job.title},
                {"piece", piece.number},
                {"face", word_for(proof.face, face_words())},
                {"unit", "mm"},
                {"verdict", word_of(proof.all)},
                {"sentences", proof.sentences},
                {"remark", whose_decision()}};
    out["holes"] = ordered::array();
    for (std::size_t i = 0; i < proof.measured.holes.size(); ++i) {
        ordered hole;
        write_hole(hole, job, id_of(job, proof.measured.holes[i]));
        hole["verdict"] = word_of(proof.holes[i]);
        hole["figures"] = ordered::array();
        for (const Row& row : rows_of(job, proof, i)) {
            ordered figure{
                {"what", row.what},          {"planned", value(row.planned)}, {"measured", value(row.measured)},
                {"error", value(row.error)}, {"limit", value(row.limit)},     {"with", row.with}};
            if (row.judged)
                figure["verdict"] = word_of(row.verdict);
            hole["figures"].push_back(std::move(figure));
        }
        out["holes"].push_back(std::move(hole));
    }
    out["readings"] = ordered::array();
    for (std::size_t i = 0; i < proof.measured.part.readings.size(); ++i) {
        const Reading& reading = proof.measured.part.readings[i];
        ordered made{{"reading", to_line(reading, Unit::Millimetre)},
                     {"time", time_text(piece.readings[proof.measured.of[i]].time)}};
        if (proof.found.readings[i].used || proof.found.readings[i].set_aside)
            made["left_over"] = proof.found.readings[i].leftover;
        if (!proof.found.readings[i].doubt.empty())
            made["doubt"] = proof.found.readings[i].doubt;
        out["readings"].push_back(std::move(made));
    }
    if (bolts && !bolts->holes.empty())
        out["bolts_up"] = {{"left", bolts->left.in_mm()},
                           {"tightest", proof.measured.holes[bolts->holes[*bolts->tightest].hole].name},
                           {"share", bolts->share},
                           {"sentences", bolts->sentences}};
    return out.dump(2, ' ', false, ordered::error_handler_t::replace) + "\n";
}

} // namespace clockface
