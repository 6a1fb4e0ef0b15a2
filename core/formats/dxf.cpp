#include "formats/dxf.h"

#include "formats/hole_import.h"
#include "formats/text_file.h"
#include "layout/validate.h"
#include "measure/figures.h"

#include <cmath>
#include <dxflib/dl_creationadapter.h>
#include <dxflib/dl_dxf.h>
#include <dxflib/dl_writer_ascii.h>
#include <filesystem>
#include <fmt/format.h>
#include <map>
#include <memory>
#include <set>
#include <sstream>
#include <unistd.h>

namespace clockface {

namespace {

// $INSUNITS of the format: 1 inches, 2 feet, 4 millimetres, 5 centimetres, 6 metres; its unit in millimetres.
std::optional<double> unit_in_mm(int code) {
    static const std::map<int, double> units = {{1, 25.4}, {2, 304.8}, {4, 1.0}, {5, 10.0}, {6, 1000.0}};
    const auto found = units.find(code);
    return found == units.end() ? std::nullopt : std::optional(found->second);
}

// A circle (or, with no radius, a point) in the units of the file.
struct DrawnMark {
    double x, y, radius;
    std::string layer;
};

struct Block {
    double x = 0.0, y = 0.0; // its base point
    std::vector<DrawnMark> marks;
    std::vector<std::pair<DL_InsertData, std::string>> inserts; // with their layers
};

// Collects what dxflib calls out. The drawing itself is the block without a name.
class Collector : public DL_CreationAdapter {
public:
    std::map<std::string, Block> blocks;
    std::map<std::string, int> others; // kinds of entity that are no holes, counted
    std::optional<int> unit_code;

    void setVariableInt(const std::string& name, int value, int) override {
        if (name == "$INSUNITS")
            unit_code = value;
    }
    void addBlock(const DL_BlockData& data) override {
        // The two spaces are the drawing itself under another name.
        m_block = data.name.starts_with("*") && !data.name.starts_with("*U") ? std::string() : data.name;
        blocks[m_block].x = data.bpx;
        blocks[m_block].y = data.bpy;
    }
    void endBlock() override { m_block.clear(); }
    void addCircle(const DL_CircleData& data) override { add({data.cx, data.cy, data.radius, attributes.getLayer()}); }
    void addPoint(const DL_PointData& data) override { add({data.x, data.y, 0.0, attributes.getLayer()}); }
    void addInsert(const DL_InsertData& data) override {
        blocks[m_block].inserts.emplace_back(data, attributes.getLayer());
    }
    void addLine(const DL_LineData&) override { ++others["lines"]; }
    void addArc(const DL_ArcData&) override { ++others["arcs"]; }
    void addEllipse(const DL_EllipseData&) override { ++others["ellipses"]; }
    void addPolyline(const DL_PolylineData&) override { ++others["polylines"]; }
    void addSpline(const DL_SplineData&) override { ++others["splines"]; }
    void addText(const DL_TextData&) override { ++others["texts"]; }
    void addMText(const DL_MTextData&) override { ++others["texts"]; }
    void addHatch(const DL_HatchData&) override { ++others["hatches"]; }

private:
    std::string m_block;
    void add(DrawnMark mark) { blocks[m_block].marks.push_back(std::move(mark)); }
};

// Plane similarity with separate scales: first scaled, then turned, then moved.
struct Placing {
    double x = 0.0, y = 0.0, scale_x = 1.0, scale_y = 1.0;
    Angle turn;

    [[nodiscard]] std::pair<double, double> of(double px, double py) const {
        const double sx = px * scale_x;
        const double sy = py * scale_y;
        return {x + sx * turn.cosine() - sy * turn.sine(), y + sx * turn.sine() + sy * turn.cosine()};
    }
};

// Walks the drawing and every block inserted in it.
class Walker {
public:
    Walker(const Collector& drawing, double mm, FoundHoles& found)
        : m_drawing(drawing)
        , m_mm(mm)
        , m_found(found) {}

    void walk() {
        if (m_drawing.blocks.contains({}))
            place(m_drawing.blocks.at({}), {}, {}, 0);
        if (m_squeezed > 0)
            m_found.leave_out(fmt::format("{} in blocks with unequal scales: they are no circles any more.",
                                          counted(m_squeezed, "circle")));
        if (m_joined > 0)
            m_found.leave_out(fmt::format("{} on top of one just like it.", counted(m_joined, "hole")));
        for (const auto& [what, count] : m_drawing.others)
            m_found.leave_out(fmt::format("{} {}: they are no holes.", count, what));
    }

private:
    static constexpr int deepest = 16;
    static constexpr int most_copies = 10'000;

    const Collector& m_drawing;
    double m_mm;
    FoundHoles& m_found;
    std::set<std::tuple<std::int64_t, std::int64_t, std::int64_t>> m_seen;
    int m_squeezed = 0, m_joined = 0;
    bool m_full = false;

    // Where a block's Placing chain leads is worked out point by point, innermost first.
    using Chain = std::vector<Placing>;

    void place(const Block& block, const Chain& chain, const std::string& layer, int depth) {
        for (const DrawnMark& mark : block.marks)
            take(mark, chain, layer);
        for (const auto& [insert, own_layer] : block.inserts) {
            const auto known = m_drawing.blocks.find(insert.name);
            if (insert.name.empty() || known == m_drawing.blocks.end())
                m_found.leave_out(fmt::format("A block '{}' is inserted but not in the file.", insert.name));
            else if (depth >= deepest)
                m_found.leave_out(fmt::format("Block '{}' is nested too deep, or in itself.", insert.name));
            else
                insert_at(known->second, insert, chain, own_layer == "0" && !layer.empty() ? layer : own_layer, depth);
        }
    }

    void insert_at(const Block& block, const DL_InsertData& insert, const Chain& chain, const std::string& layer,
                   int depth) {
        const int columns = std::clamp(insert.cols, 1, most_copies);
        const int rows = std::clamp(insert.rows, 1, most_copies);
        for (int column = 0; column < columns && !m_full; ++column)
            for (int row = 0; row < rows && !m_full; ++row) {
                const Angle turn = Angle::degrees(insert.angle);
                const double over = column * insert.colSp;
                const double up = row * insert.rowSp;
                Chain longer = chain;
                longer.push_back({insert.ipx + over * turn.cosine() - up * turn.sine(),
                                  insert.ipy + over * turn.sine() + up * turn.cosine(), insert.sx, insert.sy, turn});
                Block moved = block;
                for (DrawnMark& mark :
                     moved.marks) { // a block's base point comes to lie on the place it is inserted at
                    mark.x -= block.x;
                    mark.y -= block.y;
                }
                for (auto& inner : moved.inserts) {
                    inner.first.ipx -= block.x;
                    inner.first.ipy -= block.y;
                }
                place(moved, longer, layer, depth + 1);
            }
    }

    void take(const DrawnMark& mark, const Chain& chain, const std::string& layer) {
        double x = mark.x;
        double y = mark.y;
        double radius = mark.radius;
        bool round = true;
        for (auto step = chain.rbegin(); step != chain.rend(); ++step) {
            std::tie(x, y) = step->of(x, y);
            round = round && std::fabs(std::fabs(step->scale_x) - std::fabs(step->scale_y)) < 1e-9;
            radius *= std::fabs(step->scale_x);
        }
        if (!round && radius > 0.0) {
            ++m_squeezed;
            return;
        }
        FoundHole hole;
        hole.at = {Length::mm(x * m_mm), Length::mm(y * m_mm)};
        hole.spec.diameter = Length::mm(2.0 * radius * m_mm);
        hole.layer = mark.layer == "0" && !layer.empty() ? layer : mark.layer;
        const double far = std::max({std::fabs(x), std::fabs(y), std::fabs(radius)}) * m_mm;
        if (!(far <= largest_size.in_mm())) { // also what is no number at all
            m_found.leave_out("A hole more than 20 metres from zero, or without proper figures.");
            return;
        }
        const auto step = [](Length length) { return std::llround(length.in_mm() * 1e4); };
        if (!m_seen.insert({step(hole.at.x), step(hole.at.y), step(hole.spec.diameter)}).second) {
            ++m_joined;
            return;
        }
        if (m_found.holes.size() >= static_cast<std::size_t>(most_holes_in_pattern)) {
            if (!m_full)
                m_found.leave_out(fmt::format("Everything beyond {} holes.", most_holes_in_pattern));
            m_full = true;
            return;
        }
        m_found.holes.push_back(std::move(hole));
    }
};

} // namespace

bool is_dxf(const std::string& text) {
    // Group 0 with SECTION comes first; group 999 is a remark.
    std::istringstream lines(text.substr(0, 4000));
    std::string code;
    std::string value;
    while (std::getline(lines, code) && std::getline(lines, value)) {
        const auto plain = [](std::string word) {
            std::erase_if(word, [](char c) { return c == ' ' || c == '\r' || c == '\t'; });
            return word;
        };
        if (plain(code) != "999")
            return plain(code) == "0" && plain(value) == "SECTION";
    }
    return false;
}

Result<FoundHoles> read_dxf_holes(const std::string& text, std::optional<Unit> unit) {
    if (text.find('\0') != std::string::npos)
        return problem("", "This is a binary drawing. A DXF file saved as text would do.");
    Collector drawing;
    std::istringstream stream(text);
    DL_Dxf reader;
    if (!reader.in(stream, &drawing))
        return problem("", "This drawing cannot be read. A DXF file saved as text would do.");
    FoundHoles found;
    const std::optional<double> own = drawing.unit_code ? unit_in_mm(*drawing.unit_code) : std::nullopt;
    found.unit_said = own.has_value();
    found.unit = unit ? *unit : own == 25.4 ? Unit::Inch : Unit::Millimetre;
    const double mm = unit ? millimetres_in(*unit) : own.value_or(1.0);
    Walker(drawing, mm, found).walk();
    const std::size_t end = text.find_last_not_of(" \t\r\n");
    if (end == std::string::npos || end < 2 || text.compare(end - 2, 3, "EOF") != 0)
        found.leave_out("The file ends in the middle: what came after is missing.");
    if (found.holes.empty())
        return problem("", found.left_out.empty()
                               ? "There are no circles or points in this drawing."
                               : "There are no circles or points in this drawing. " + found.left_out.front());
    return found;
}

Result<std::string> dxf_of(const Job& job, const Plan& plan) {
    // The library writes to files only.
    std::error_code fault;
    const std::filesystem::path folder = std::filesystem::temp_directory_path(fault);
    const std::string path = (folder / fmt::format("clockface-{}.dxf", getpid())).string();
    DL_Dxf dxf;
    // The oldest version of the format: every reader knows it, and circles need no more.
    const std::unique_ptr<DL_WriterA> writer(fault ? nullptr : dxf.out(path.c_str(), DL_Codes::AC1009));
    if (!writer)
        return problem(path, "A temporary file could not be written. Is there room on the disk?");
    dxf.writeHeader(*writer);
    writer->dxfString(9, "$INSUNITS");
    writer->dxfInt(70, job.unit == Unit::Inch ? 1 : 4);
    writer->sectionEnd();
    writer->sectionTables();
    writer->tableLayers(static_cast<int>(job.patterns.size()) + 1);
    dxf.writeLayer(*writer, DL_LayerData("0", 0), DL_Attributes("", DL_Codes::black, -1, "CONTINUOUS", 1.0));
    for (const Pattern& pattern : job.patterns)
        if (is_at_hand(job, pattern))
            dxf.writeLayer(*writer, DL_LayerData(pattern.name, 0),
                           DL_Attributes("", DL_Codes::black, -1, "CONTINUOUS", 1.0));
    writer->tableEnd();
    writer->sectionEnd();
    writer->sectionEntities();
    for (const Hole& hole : plan.holes) {
        const Point drawn = as_drawn(job.datum, hole.at);
        dxf.writeCircle(
            *writer,
            DL_CircleData(drawn.x.in(job.unit), drawn.y.in(job.unit), 0.0, hole.spec.diameter.in(job.unit) / 2.0),
            DL_Attributes(job.patterns[hole.pattern].name, 256, -1, "BYLAYER", 1.0));
    }
    writer->sectionEnd();
    writer->dxfEOF();
    writer->close();
    Result<std::string> text = read_file(path);
    std::filesystem::remove(path, fault);
    return text;
}

} // namespace clockface
