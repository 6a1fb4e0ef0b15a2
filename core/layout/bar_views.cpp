#include "layout/bar_views.h"

#include "layout/on_bar.h"
#include "round/figures.h"

#include <algorithm>
#include <cmath>

namespace clockface {

BarViews::BarViews(const Blank& blank)
    : m_blank(blank) {
    const Length length = blank.width.actual();
    const Length around = widest_girth(blank);
    Section widest = section_at(blank, {});
    for (const Shoulder& shoulder : blank.bar.shoulders)
        if (shoulder.diameter > widest.across_y())
            widest = section_at(blank, shoulder.at + Length::mm(1e-6));
    const Length high = widest.across_y();
    // As large as goes with the rest, so that angles can be read off it.
    m_end_scale = 1.0;
    if (length > high * 8.0)
        m_end_scale = 2.5;
    else if (length > high * 3.0)
        m_end_scale = 2.0;
    const Length wide = widest.across_x() * m_end_scale;
    const Length gap = std::max(high, length / 8.0) * 0.45;
    const bool left = blank.bar.seen_from == Face::Left;
    m_half_height = high / 2.0;
    m_side = {{}, around / 2.0 + gap + m_half_height};
    const Length out = length / 2.0 + gap * 3.0 + wide / 2.0;
    const Length top = m_side.y + m_half_height;
    m_end = {left ? -out : out, std::max(m_side.y - gap, top - std::max(wide, high * m_end_scale) / 2.0 - gap)};
    const Length reach = out + wide / 2.0;
    m_lower_left = {left ? -reach : -length / 2.0, -around / 2.0};
    m_upper_right = {left ? length / 2.0 : reach, top};
}

Point BarViews::in_side(const OnSurface& place) const {
    return {m_side.x + place.along - m_blank.width.actual() / 2.0, m_side.y + place.across.y};
}

Point BarViews::in_end(Point across) const {
    const double mirrored = m_blank.bar.seen_from == Face::Left ? -m_end_scale : m_end_scale;
    return {m_end.x + across.x * mirrored, m_end.y + across.y * m_end_scale};
}

Point BarViews::in_rolled(Point rolled) const {
    return {rolled.x - m_blank.width.actual() / 2.0, rolled.y};
}

std::vector<Point> BarViews::places(const Hole& hole) const {
    std::vector<Point> all;
    if (!hole.bar)
        return all;
    const Section section = section_at(m_blank, hole.bar->along);
    for (const bool far : {false, true}) {
        if (far && hole.spec.depth)
            break;
        const auto entry = entry_at(section, hole.bar->bearing + Angle::degrees(far ? 180.0 : 0.0),
                                    far ? -hole.bar->offset : hole.bar->offset);
        if (!entry)
            continue;
        const Point across = polar(hypot(entry->height, hole.bar->offset), entry->bearing);
        all.push_back(in_rolled({hole.bar->along, rolled_out(section, entry->bearing)}));
        all.push_back(in_side({hole.bar->along, across}));
        all.push_back(in_end(across));
    }
    return all;
}

namespace {

constexpr double hair_mm = 1e-6;

} // namespace

std::vector<Stretch> stretches_of(const Blank& blank) {
    std::vector<Stretch> all;
    Length from;
    const auto add = [&](Length to) { all.push_back({from, to, section_at(blank, (from + to) / 2.0)}); };
    for (const Shoulder& shoulder : blank.bar.shoulders) {
        add(shoulder.at);
        from = shoulder.at;
    }
    add(blank.width.actual());
    return all;
}

bool seen_from_front(Point across) {
    return across.x <= Length::mm(hair_mm);
}

bool lies_at_back(const std::vector<OnSurface>& rim) {
    Length back;
    for (const OnSurface& place : rim)
        back += place.across.x;
    return back > Length::mm(hair_mm);
}

std::vector<Edge> edges_of(const Section& section) {
    std::vector<Edge> all;
    for (int k = 0; k < section.sides; ++k) {
        const Angle corner = section.cuts[static_cast<std::size_t>(k)].facing + Angle::degrees(180.0 / section.sides);
        if (const auto entry = entry_at(section, corner, {}))
            all.push_back({polar(entry->height, corner), rolled_out(section, corner)});
    }
    return all;
}

// Half the flat's width is the half chord at its depth; the arc over it is what it takes rolled out.
FlatOutline outline_of(const Blank& blank, const Flat& flat) {
    const Length stock = blank.diameter.actual() / 2.0;
    const Length half = strip_width(stock * 2.0, flat.depth) / 2.0;
    const Section section = section_at(blank, (flat.from + flat.to) / 2.0);
    const Length middle = rolled_out(section, flat.facing);
    const Length arc = stock * std::asin(std::min(1.0, half / stock));
    const Point foot = polar(stock - flat.depth, flat.facing);
    const Point run = polar(half, flat.facing + Angle::degrees(90.0));
    return {flat.from, flat.to, middle + arc, middle - arc, foot + run, foot - run, seen_from_front(foot)};
}

Section bare(Section section) {
    std::erase_if(section.cuts, [&](const SectionCut& cut) { return section.round && cut.from_axis < section.radius; });
    return section;
}

std::vector<Point> rim_of(const Section& section, int places) {
    std::vector<Point> rim;
    rim.reserve(static_cast<std::size_t>(places));
    for (int i = 0; i < places; ++i) {
        const Angle bearing = Angle::degrees(360.0 * i / places);
        if (const auto entry = entry_at(section, bearing, {}))
            rim.push_back(polar(entry->height, bearing));
    }
    return rim;
}

} // namespace clockface
