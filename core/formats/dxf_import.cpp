#include "formats/dxf_groups.h"
#include "formats/foreign_text.h"
#include "formats/hole_import.h"
#include "layout/validate.h"
#include "measure/figures.h"
#include "words/say.h"

#include <cmath>
#include <cstdint>
#include <dxflib/dl_creationadapter.h>
#include <dxflib/dl_dxf.h>
#include <map>
#include <set>
#include <sstream>

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
    double x, y;
    std::optional<double> radius; // nothing: a point
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
    void addPoint(const DL_PointData& data) override { add({data.x, data.y, {}, attributes.getLayer()}); }
    void addInsert(const DL_InsertData& data) override {
        blocks[m_block].inserts.emplace_back(data, attributes.getLayer());
    }

private:
    std::string m_block;
    void add(DrawnMark mark) { blocks[m_block].marks.push_back(std::move(mark)); }
};

// A step in the drawing's own numbers, whose unit is not known yet.
std::pair<double, double> turned(double x, double y, Angle by) {
    const Point at = rotated({Length::mm(x), Length::mm(y)}, by);
    return {at.x.in_mm(), at.y.in_mm()};
}

// Plane similarity with separate scales: first scaled, then turned, then moved.
struct Placing {
    double x = 0.0, y = 0.0, scale_x = 1.0, scale_y = 1.0;
    Angle turn;

    [[nodiscard]] std::pair<double, double> of(double px, double py) const {
        const auto [dx, dy] = turned(px * scale_x, py * scale_y, turn);
        return {x + dx, y + dy};
    }
};

// The blocks that hold a circle or a point, or a block that does.
std::set<std::string> blocks_with_marks(const Collector& drawing) {
    std::map<std::string, std::vector<std::string>> inserted_in;
    std::vector<std::string> to_do;
    for (const auto& [name, block] : drawing.blocks) {
        if (!block.marks.empty())
            to_do.push_back(name);
        for (const auto& insert : block.inserts)
            inserted_in[insert.first.name].push_back(name);
    }
    std::set<std::string> found;
    while (!to_do.empty()) {
        const std::string name = to_do.back();
        to_do.pop_back();
        if (found.insert(name).second)
            for (const std::string& outer : inserted_in[name])
                to_do.push_back(outer);
    }
    return found;
}

// Walks the drawing and every block inserted in it.
class Walker {
public:
    Walker(const Collector& drawing, double mm, FoundHoles& found)
        : m_drawing(drawing)
        , m_mm(mm)
        , m_found(found)
        , m_with_marks(blocks_with_marks(drawing)) {}

    void walk() {
        if (m_drawing.blocks.contains({}))
            place(m_drawing.blocks.at({}), {}, {});
        if (m_squeezed > 0)
            m_found.leave_out(
                say("{squeezed} {squeezed:circle|circles} in blocks with unequal scales: they are no circles any more.",
                    {{"squeezed", m_squeezed}}));
        if (m_sizeless > 0)
            m_found.leave_out(say("{sizeless} {sizeless:circle|circles} whose radius is nought or below.",
                                  {{"sizeless", m_sizeless}}));
        if (m_far > 0)
            m_found.leave_out(
                say("{far} {far:hole|holes} more than 20 metres from zero, or as large as that.", {{"far", m_far}}));
        if (m_joined > 0)
            m_found.leave_out(say("{joined} {joined:hole|holes} on top of one just like it.", {{"joined", m_joined}}));
        for (const std::string& sentence : m_told)
            m_found.leave_out(sentence);
        if (m_full)
            m_found.leave_out(
                say("Everything beyond {holes_in_pattern} holes.", {{"holes_in_pattern", limits::holes_in_pattern}}));
        if (m_looked_at > limits::looked_at_in_drawing)
            m_found.leave_out(
                say("Everything beyond the first {looked_at_in_drawing} circles and inserted blocks, repeats counted.",
                    {{"looked_at_in_drawing", limits::looked_at_in_drawing}}));
    }

private:
    static constexpr std::size_t deepest = 16;

    // Where a block's Placing chain leads is worked out point by point, innermost first.
    using Chain = std::vector<Placing>;

    const Collector& m_drawing;
    double m_mm;
    FoundHoles& m_found;
    std::set<std::tuple<std::int64_t, std::int64_t, std::int64_t>> m_seen;
    std::set<std::string> m_told;   // what is said once however often it happens
    std::set<std::string> m_within; // blocks that are being placed just now
    std::set<std::string> m_with_marks;
    int m_squeezed = 0, m_sizeless = 0, m_far = 0, m_joined = 0, m_looked_at = 0;
    bool m_full = false;

    [[nodiscard]] bool enough() const { return m_full || m_looked_at > limits::looked_at_in_drawing; }

    void place(const Block& block, const Chain& chain, const std::string& layer) {
        for (std::size_t i = 0; i < block.marks.size() && !enough(); ++i)
            take(block.marks[i], chain, layer);
        for (std::size_t i = 0; i < block.inserts.size() && !enough(); ++i) {
            ++m_looked_at;
            const auto& [insert, own_layer] = block.inserts[i];
            const auto known = m_drawing.blocks.find(insert.name);
            if (insert.name.empty() || known == m_drawing.blocks.end())
                m_told.insert(say("A block '{insert}' is inserted but not in the file.", {{"insert", insert.name}}));
            else if (m_within.size() >= deepest)
                m_told.insert(say("Block '{insert}' where it is nested more than {deepest} deep.",
                                  {{"insert", insert.name}, {"deepest", deepest}}));
            else if (m_within.contains(insert.name))
                m_told.insert(say("Block '{insert}' where it is inserted in itself.", {{"insert", insert.name}}));
            else if (!m_with_marks.contains(insert.name))
                m_told.insert(say("Block '{insert}': there is no circle or point in it.", {{"insert", insert.name}}));
            else
                insert_all(known->second, insert, chain, own_layer == "0" && !layer.empty() ? layer : own_layer);
        }
    }

    // Every column and row of one inserted block, until there is enough.
    void insert_all(const Block& block, const DL_InsertData& insert, const Chain& chain, const std::string& layer) {
        m_within.insert(insert.name);
        // A block's base point comes to lie on the place it is inserted at.
        const Placing base{-block.x, -block.y, 1.0, 1.0, Angle{}};
        const Angle turn = Angle::degrees(insert.angle);
        for (int column = 0; column < std::max(1, insert.cols) && !enough(); ++column)
            for (int row = 0; row < std::max(1, insert.rows) && !enough(); ++row) {
                ++m_looked_at;
                const double over = column * insert.colSp;
                const double up = row * insert.rowSp;
                Chain longer = chain;
                const auto [dx, dy] = turned(over, up, turn);
                longer.push_back({insert.ipx + dx, insert.ipy + dy, insert.sx, insert.sy, turn});
                longer.push_back(base);
                place(block, longer, layer);
            }
        m_within.erase(insert.name);
    }

    void take(const DrawnMark& mark, const Chain& chain, const std::string& layer) {
        ++m_looked_at;
        if (mark.radius && !(*mark.radius > 0.0)) {
            ++m_sizeless;
            return;
        }
        double x = mark.x;
        double y = mark.y;
        double radius = mark.radius.value_or(0.0);
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
        const double far = std::max({std::fabs(x), std::fabs(y), 2.0 * radius}) * m_mm;
        if (!(far <= limits::size.in_mm())) { // also what is no number at all
            ++m_far;
            return;
        }
        const auto step = [](Length length) { return std::llround(length.in_mm() * 1e4); };
        if (!m_seen.insert({step(hole.at.x), step(hole.at.y), step(hole.spec.diameter)}).second) {
            ++m_joined;
            return;
        }
        m_full = m_found.holes.size() >= static_cast<std::size_t>(limits::holes_in_pattern);
        if (!m_full)
            m_found.holes.push_back(std::move(hole));
    }
};

// False when the library cannot make anything of it.
bool read_into(Collector& drawing, const std::string& text) {
    try {
        std::istringstream stream(text);
        return DL_Dxf().in(stream, &drawing);
    } catch (const std::exception&) {
        return false;
    }
}

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
    const Result<ForeignText> plain = read_foreign_text(text);
    if (!plain)
        return problem("", say("This is a binary drawing. A DXF file saved as text would do."));
    const DxfGroups groups = dxf_groups(plain->text);
    Collector drawing;
    if (!read_into(drawing, groups.kept))
        return problem("", say("This drawing cannot be read. A DXF file saved as text would do."));
    FoundHoles found;
    found.how = plain->how;
    const std::optional<double> own = drawing.unit_code ? unit_in_mm(*drawing.unit_code) : std::nullopt;
    found.unit_said = own.has_value();
    if (unit)
        found.unit = *unit;
    else if (own == 25.4)
        found.unit = Unit::Inch;
    else
        found.unit = Unit::Millimetre;
    const double mm = unit ? millimetres_in(*unit) : own.value_or(1.0);
    for (const std::string& sentence : groups.faulty)
        found.leave_out(sentence);
    Walker(drawing, mm, found).walk();
    for (const auto& [what, count] : groups.others)
        found.leave_out(say("{count} {what}: they are no holes.", {{"count", count}, {"what", what}}));
    if (!groups.complete)
        found.leave_out(say("The file ends in the middle: what came after is missing."));
    if (found.holes.empty())
        return problem("", found.left_out.empty() ? say("There are no circles or points in this drawing.")
                                                  : say("There are no circles or points in this drawing. {left_out}",
                                                        {{"left_out", found.left_out.front()}}));
    return found;
}

} // namespace clockface
