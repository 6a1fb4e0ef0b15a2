#include "shop/tables.h"

#include "measure/csv_rows.h"
#include "measure/drill_names.h"
#include "measure/small_letters.h"

#include <algorithm>
#include <sstream>

namespace clockface {

namespace tables {
extern const char* const clearance_csv;
extern const char* const screw_heads_csv;
extern const char* const fits_csv;
extern const char* const reamers_csv;
extern const char* const ream_allowance_csv;
extern const char* const centre_drills_csv;
extern const char* const drill_lengths_csv;
extern const char* const materials_csv;
extern const char* const fluids_csv;
} // namespace tables

namespace {

using Row = std::vector<std::string>;

// Figures of the built-in tables are sound: the tests read every row.
Length mm(const Row& row, std::size_t column) {
    return Length::mm(std::stod(row.at(column)));
}
double figure(const Row& row, std::size_t column) {
    return std::stod(row.at(column));
}

template <class T, class Read> std::vector<T> read_table(const char* csv, Read read) {
    std::vector<T> out;
    for (const Row& row : table_rows(csv))
        out.push_back(read(row));
    return out;
}

template <class T> std::optional<T> of_screw(const std::vector<T>& rows, const std::string& screw) {
    const auto found = std::find_if(rows.begin(), rows.end(), [&](const T& row) { return row.screw == screw; });
    return found == rows.end() ? std::nullopt : std::optional(*found);
}

} // namespace

const std::vector<Clearance>& all_clearances() {
    static const auto rows = read_table<Clearance>(tables::clearance_csv, [](const Row& row) {
        const auto size = [&](std::size_t column) {
            const auto named = row.at(5) == "in" ? drill_sold_as(row.at(column)) : std::nullopt;
            return named ? *named : mm(row, column);
        };
        const auto charted = [&](std::size_t column) { return row.at(column).empty() ? Length{} : size(column); };
        return Clearance{row.at(0), mm(row, 1), size(2), size(3), size(4), charted(7), charted(8)};
    });
    return rows;
}

std::optional<Clearance> clearance_for(const std::string& screw) {
    return of_screw(all_clearances(), screw);
}

const std::vector<ScrewHead>& all_heads() {
    static const auto rows = read_table<ScrewHead>(tables::screw_heads_csv, [](const Row& row) {
        return ScrewHead{
            row.at(0), mm(row, 1), mm(row, 2), mm(row, 3), mm(row, 4), mm(row, 5), Angle::degrees(figure(row, 6))};
    });
    return rows;
}

std::optional<ScrewHead> head_for(const std::string& screw) {
    return of_screw(all_heads(), screw);
}

const std::vector<FitRow>& all_fits() {
    static const auto rows = read_table<FitRow>(tables::fits_csv, [](const Row& row) {
        constexpr double micrometre = 1e-3;
        return FitRow{row.at(0), mm(row, 1), mm(row, 2), mm(row, 3) * micrometre, mm(row, 4) * micrometre};
    });
    return rows;
}

std::optional<FitRow> fit_for(std::string_view fit, Length diameter) {
    for (const FitRow& row : all_fits())
        if (row.fit == fit && diameter > row.over && diameter <= row.up_to)
            return row;
    return std::nullopt;
}

const std::vector<SoldReamer>& sold_reamers() {
    static const auto rows = read_table<SoldReamer>(tables::reamers_csv, [](const Row& row) {
        const bool inch = row.at(1) == "in";
        return SoldReamer{row.at(0), inch, Length::of(figure(row, 2), inch ? Unit::Inch : Unit::Millimetre), row.at(3)};
    });
    return rows;
}

const std::vector<ReamAllowance>& ream_allowances() {
    static const auto rows = read_table<ReamAllowance>(tables::ream_allowance_csv, [](const Row& row) {
        return ReamAllowance{mm(row, 0), mm(row, 1), mm(row, 2), mm(row, 3)};
    });
    return rows;
}

ReamAllowance ream_allowance(Length diameter) {
    for (const ReamAllowance& row : ream_allowances())
        if (diameter <= row.up_to)
            return row;
    return ream_allowances().back();
}

const std::vector<CentreDrillSize>& all_centre_drills() {
    static const auto rows = read_table<CentreDrillSize>(tables::centre_drills_csv, [](const Row& row) {
        const bool inch = row.at(2) == "in";
        const auto size = [&](std::size_t column) {
            return Length::of(figure(row, column), inch ? Unit::Inch : Unit::Millimetre);
        };
        return CentreDrillSize{row.at(0), inch, size(3), size(4), size(5)};
    });
    return rows;
}

const std::vector<DrillLength>& drill_lengths() {
    static const auto rows = read_table<DrillLength>(tables::drill_lengths_csv, [](const Row& row) {
        return DrillLength{mm(row, 0), mm(row, 1), mm(row, 2), mm(row, 3), mm(row, 4)};
    });
    return rows;
}

const DrillLength& drill_length(Length diameter) {
    for (const DrillLength& row : drill_lengths())
        if (diameter <= row.up_to)
            return row;
    return drill_lengths().back();
}

const std::vector<Metal>& all_metals() {
    static const auto rows = read_table<Metal>(tables::materials_csv, [](const Row& row) {
        Metal metal;
        metal.name = row.at(0);
        std::istringstream words(row.at(1));
        for (std::string word; std::getline(words, word, '|');)
            metal.words.push_back(word);
        metal.slow = figure(row, 2);
        metal.usual = figure(row, 3);
        metal.fast = figure(row, 4);
        metal.carbide = figure(row, 5);
        metal.long_chips = row.at(6) == "long";
        metal.fluid = row.at(7);
        metal.oversize = figure(row, 8);
        metal.feed = figure(row, 9);
        metal.wander = figure(row, 10);
        metal.thread_percent = figure(row, 11);
        metal.engagement = figure(row, 12);
        return metal;
    });
    return rows;
}

std::optional<Metal> metal_of(std::string_view material) {
    const std::string text = small_letters(std::string(material));
    const Metal* best = nullptr;
    std::size_t longest = 0;
    for (const Metal& metal : all_metals())
        for (const std::string& word : metal.words)
            if (word.size() > longest && text.find(word) != std::string::npos) {
                best = &metal;
                longest = word.size();
            }
    return best ? std::optional(*best) : std::nullopt;
}

const std::vector<FluidRow>& fluid_substitutes() {
    static const auto rows = read_table<FluidRow>(tables::fluids_csv, [](const Row& row) {
        return FluidRow{row.at(0), row.at(1), row.at(2)};
    });
    return rows;
}

} // namespace clockface
