// The page of the shop about what holds work and finds its zero: vises, chucks, blocks, parallels, boards, finders.
#include "look/words.h"
#include "shop/listed.h"
#include "shop/shop_view.h"

#include <algorithm>

namespace clockface::app {

namespace {

// "vise", "vise 2": a name nothing else in the list has.
template <class Thing> std::string free_name(const std::vector<Thing>& all, const std::string& plain) {
    std::string name = plain;
    const auto taken = [&] {
        return std::any_of(all.begin(), all.end(), [&](const Thing& each) { return each.name == name; });
    };
    for (int i = 2; taken(); ++i)
        name = plain + " " + std::to_string(i);
    return name;
}

} // namespace

void ShopView::write_vises(Card& card) {
    card.heading(tr("Vises"));
    for (std::size_t i = 0; i < m_document.shop().holdings.vises.size(); ++i) {
        const Listed<Vise> vise{&Holdings::vises, i};
        Sentence& s = card.sentence();
        s.reads(
            tr("The {viseName} has jaws {jawWidth} wide and {jawThickness} thick, {jawDepth} above its bed; it "
               "opens {opening}, its bed stands {bedHeight} above the table and has a slot of {slot} in its middle. "
               "The {fixedJaw} jaw is the fixed one; the moving jaw {jawLifts}. {viseGone}"));
        m_blanks.text(s, vise.called("viseName"), tr("name of the vise"), vise.part(&Vise::name));
        vise.size(m_blanks, s, "jawWidth", tr("width of the jaws"), &Vise::jaw_width);
        vise.size(m_blanks, s, "jawThickness", tr("thickness of each jaw"), &Vise::jaw_thickness);
        vise.size(m_blanks, s, "jawDepth", tr("depth of the jaws, from the bed up"), &Vise::jaw_depth);
        vise.size(m_blanks, s, "opening", tr("the widest it opens"), &Vise::opening);
        vise.size(m_blanks, s, "bedHeight", tr("height of its bed above the table"), &Vise::bed_height);
        vise.size(m_blanks, s, "slot", tr("width of the open slot in its bed, 0 for none"), &Vise::slot);
        m_blanks.flag(s, vise.called("fixedJaw"), tr("which jaw is fixed"), tr("near"), tr("rear"),
                      vise.part(&Vise::fixed_rear));
        m_blanks.flag(s, vise.called("jawLifts"), tr("whether the moving jaw lifts"), tr("stays down"),
                      tr("lifts when it is tightened"), vise.part(&Vise::jaw_lifts));
        s.ends_with(vise.called("viseGone"), tr("it is no longer here"),
                    [this, vise] { change(tr("vise taken out"), [vise](Shop& shop) { vise.take_out(shop); }); });
    }
    add_vise_link(card);
}

void ShopView::add_vise_link(Card& card) {
    card.link(QStringLiteral("addVise"), tr("another vise"), [this] {
        change(tr("another vise"), [](Shop& shop) {
            Vise vise = default_holdings().vises.front();
            vise.name = free_name(shop.holdings.vises, "vise");
            shop.holdings.vises.push_back(vise);
        });
    });
}

void ShopView::write_chucks(Card& card) {
    card.heading(tr("Chucks, angle plates and blocks"));
    for (std::size_t i = 0; i < m_document.shop().holdings.chucks.size(); ++i) {
        const Listed<WorkChuck> chuck{&Holdings::chucks, i};
        Sentence& s = card.sentence();
        s.reads(tr("The {chuckName} lies with its {jaws} jaws up and grips from {gripsFrom} to {gripsTo}; its face is "
                   "{chuckBody} wide with a bore of {chuckBore}, {chuckHeight} above the table; the jaws stand "
                   "{jawHeight} above it and are {workJawWidth} wide and {jawLength} long. {chuckGone}"));
        m_blanks.text(s, chuck.called("chuckName"), tr("name of the chuck"), chuck.part(&WorkChuck::name));
        m_blanks.count(s, chuck.called("jaws"), tr("number of its jaws"), 2, 8, chuck.part(&WorkChuck::jaws));
        chuck.size(m_blanks, s, "gripsFrom", tr("the thinnest it grips"), &WorkChuck::smallest);
        chuck.size(m_blanks, s, "gripsTo", tr("the thickest it grips"), &WorkChuck::largest);
        chuck.size(m_blanks, s, "chuckBody", tr("diameter of its face"), &WorkChuck::body);
        chuck.size(m_blanks, s, "chuckBore", tr("diameter of its bore, 0 for none"), &WorkChuck::bore);
        chuck.size(m_blanks, s, "chuckHeight", tr("height of its face above the table"), &WorkChuck::height);
        chuck.size(m_blanks, s, "jawHeight", tr("height of the jaws above its face"), &WorkChuck::jaw_height);
        chuck.size(m_blanks, s, "workJawWidth", tr("width of each jaw"), &WorkChuck::jaw_width);
        chuck.size(m_blanks, s, "jawLength", tr("length of each jaw, outwards"), &WorkChuck::jaw_length);
        s.ends_with(chuck.called("chuckGone"), tr("it is no longer here"),
                    [this, chuck] { change(tr("chuck taken out"), [chuck](Shop& shop) { chuck.take_out(shop); }); });
    }
    for (std::size_t i = 0; i < m_document.shop().holdings.angle_plates.size(); ++i) {
        const Listed<AnglePlate> plate{&Holdings::angle_plates, i};
        Sentence& s = card.sentence();
        s.reads(tr("The {plateName} stands on the table with a wall {plateWidth} wide, {plateHeight} high and "
                   "{plateThickness} thick. {plateGone}"));
        m_blanks.text(s, plate.called("plateName"), tr("name of the angle plate"), plate.part(&AnglePlate::name));
        plate.size(m_blanks, s, "plateWidth", tr("width of its wall"), &AnglePlate::width);
        plate.size(m_blanks, s, "plateHeight", tr("height of its wall above the table"), &AnglePlate::height);
        plate.size(m_blanks, s, "plateThickness", tr("thickness of its wall"), &AnglePlate::thickness);
        s.ends_with(plate.called("plateGone"), tr("it is no longer here"), [this, plate] {
            change(tr("angle plate taken out"), [plate](Shop& shop) { plate.take_out(shop); });
        });
    }
    for (std::size_t i = 0; i < m_document.shop().kit.vee_blocks.size(); ++i) {
        const Listed<VeeBlock> block{&RoundKit::vee_blocks, i};
        Sentence& s = card.sentence();
        s.reads(tr("A vee block {veeWidth} wide and {veeHeight} high, its vee {veeOpening} wide at the top; the groove "
                   "is {veeGroove} wide and its floor {veeDepth} below the top. {veeGone}"));
        block.size(m_blanks, s, "veeWidth", tr("width of the vee block, as measured"), &VeeBlock::width);
        block.size(m_blanks, s, "veeHeight", tr("height of the vee block"), &VeeBlock::height);
        block.size(m_blanks, s, "veeOpening", tr("width of the vee at its top"), &VeeBlock::opening);
        block.size(m_blanks, s, "veeGroove", tr("width of the groove"), &VeeBlock::groove);
        block.size(m_blanks, s, "veeDepth", tr("depth of the groove's floor below the top"), &VeeBlock::depth);
        s.ends_with(block.called("veeGone"), tr("it is no longer here"), [this, block] {
            change(tr("vee block taken out"), [block](Shop& shop) { block.take_out(shop); });
        });
    }
    for (std::size_t i = 0; i < m_document.shop().kit.collet_blocks.size(); ++i) {
        const Listed<ColletBlock> block{&RoundKit::collet_blocks, i};
        Sentence& s = card.sentence();
        s.reads(
            tr("A collet block of {colletSides} sides, {colletAcross} across its flats and {colletLength} long; its "
               "collets take bars up to {colletLargest}. {colletGone}"));
        m_blanks.count(s, block.called("colletSides"), tr("sides of the collet block"), 2, 360,
                       block.part(&ColletBlock::sides));
        block.size(m_blanks, s, "colletAcross", tr("width across its flats"), &ColletBlock::across);
        block.size(m_blanks, s, "colletLength", tr("length of the collet block"), &ColletBlock::length);
        block.size(m_blanks, s, "colletLargest", tr("the thickest bar its collets take"), &ColletBlock::largest);
        s.ends_with(block.called("colletGone"), tr("it is no longer here"), [this, block] {
            change(tr("collet block taken out"), [block](Shop& shop) { block.take_out(shop); });
        });
    }
    card.links([&] {
        card.link(QStringLiteral("addChuck"), tr("another chuck"), [this] {
            change(tr("another chuck"), [](Shop& shop) {
                WorkChuck chuck = default_holdings().chucks.front();
                chuck.name = free_name(shop.holdings.chucks, chuck.name);
                shop.holdings.chucks.push_back(chuck);
            });
        });
        card.link(QStringLiteral("addAnglePlate"), tr("another angle plate"), [this] {
            change(tr("another angle plate"), [](Shop& shop) {
                AnglePlate plate = default_holdings().angle_plates.front();
                plate.name = free_name(shop.holdings.angle_plates, plate.name);
                shop.holdings.angle_plates.push_back(plate);
            });
        });
        card.link(QStringLiteral("addVeeBlock"), tr("another vee block"), [this] {
            change(tr("another vee block"),
                   [](Shop& shop) { shop.kit.vee_blocks.push_back(default_kit().vee_blocks.front()); });
        });
        card.link(QStringLiteral("addColletBlock"), tr("another collet block"), [this] {
            change(tr("another collet block"), [](Shop& shop) { shop.kit.collet_blocks.emplace_back(); });
        });
    });
}

void ShopView::write_parallels(Card& card) {
    card.heading(tr("Parallels and boards"));
    for (std::size_t i = 0; i < m_document.shop().holdings.parallels.size(); ++i) {
        const Listed<ParallelPair> pair{&Holdings::parallels, i};
        Sentence& s = card.sentence();
        s.reads(tr("A pair {pairThickness} thick, {pairHeight} high and {pairLength} long. {pairGone}"));
        pair.size(m_blanks, s, "pairThickness", tr("thickness of the pair"), &ParallelPair::thickness);
        pair.size(m_blanks, s, "pairHeight", tr("height of the pair"), &ParallelPair::height);
        pair.size(m_blanks, s, "pairLength", tr("length of the pair"), &ParallelPair::length);
        s.ends_with(pair.called("pairGone"), tr("it is no longer here"),
                    [this, pair] { change(tr("parallels taken out"), [pair](Shop& shop) { pair.take_out(shop); }); });
    }
    card.link(QStringLiteral("addPair"), tr("another pair"), [this] {
        change(tr("another pair of parallels"), [](Shop& shop) {
            std::vector<ParallelPair>& all = shop.holdings.parallels;
            ParallelPair pair = all.empty() ? default_holdings().parallels.front() : all.back();
            pair.height += Length::mm(2.0); // of a size of its own, to be typed over
            all.push_back(pair);
        });
    });
    Sentence& boards = card.sentence();
    boards.reads(tr("Boards that may be drilled into, {boards} thick."));
    m_blanks.lengths(boards, QStringLiteral("boards"), tr("thicknesses of the boards"), Unit::Millimetre,
                     [](Shop& shop) { return &shop.holdings.waste; });
    Sentence& more = card.sentence();
    more.reads(
        tr("Clamps for the table {clamps}, a stop for the end of the work {workStop}; a bench vise with soft jaws "
           "{benchVise}, a try square {trySquare}."));
    m_blanks.flag(more, QStringLiteral("clamps"), tr("whether there are clamps"), tr("are missing"), tr("are there"),
                  [](Shop& shop) { return &shop.holdings.clamps; });
    m_blanks.flag(more, QStringLiteral("workStop"), tr("whether there is a stop"), tr("is missing"), tr("is there"),
                  [](Shop& shop) { return &shop.holdings.stop; });
    m_blanks.flag(more, QStringLiteral("benchVise"), tr("whether there is a bench vise"), tr("is missing"),
                  tr("is there"), [](Shop& shop) { return &shop.holdings.bench_vise; });
    m_blanks.flag(more, QStringLiteral("trySquare"), tr("whether there is a try square"), tr("is missing"),
                  tr("is there"), [](Shop& shop) { return &shop.holdings.square; });
    Sentence& strap = card.sentence();
    strap.reads(
        tr("A clamp reaches {strapReach} over the work and is {strapWidth} wide and {strapThickness} thick; its stud "
           "stands {studOut} outside the work's edge and {studAbove} above its top."));
    const auto size = [&](const char* name, const QString& what, Length Strap::*member) {
        m_blanks.length(strap, QLatin1String(name), what, Unit::Millimetre,
                        [member](Shop& shop) { return &(shop.holdings.strap.*member); });
    };
    size("strapReach", tr("how far a clamp reaches over the work"), &Strap::reach);
    size("strapWidth", tr("width of a clamp"), &Strap::width);
    size("strapThickness", tr("thickness of a clamp"), &Strap::thickness);
    size("studOut", tr("how far outside the work its stud stands"), &Strap::stud_out);
    size("studAbove", tr("how far the stud stands above the work"), &Strap::stud_above);
}

void ShopView::write_finders(Card& card) {
    card.heading(tr("What edges are found with"));
    for (std::size_t i = 0; i < m_document.shop().holdings.finders.size(); ++i) {
        const Listed<Finder> finder{&Holdings::finders, i};
        Sentence& s = card.sentence();
        s.reads(tr("The {finderName} is {finderDiameter} wide where it touches, finds the same edge again within "
                   "{finderRepeats}, and needs {finderNeeds} of a face to stand free. {finderGone}"));
        m_blanks.text(s, finder.called("finderName"), tr("name of the finder"), finder.part(&Finder::name));
        finder.size(m_blanks, s, "finderDiameter", tr("diameter where it touches, 0 for a tip by eye"),
                    &Finder::diameter);
        finder.size(m_blanks, s, "finderRepeats", tr("how well it repeats"), &Finder::repeats);
        finder.size(m_blanks, s, "finderNeeds", tr("how much of a face it needs"), &Finder::needs);
        s.ends_with(finder.called("finderGone"), tr("it is no longer here"), [this, finder] {
            change(tr("finder taken out"), [finder](Shop& shop) { finder.take_out(shop); });
        });
    }
    card.link(QStringLiteral("addFinder"), tr("another finder"), [this] {
        change(tr("another finder"), [](Shop& shop) {
            Finder finder = default_holdings().finders.front();
            finder.name = free_name(shop.holdings.finders, "finder");
            shop.holdings.finders.push_back(finder);
        });
    });
}

void ShopView::write_holdings(Card& card) {
    card.quiet(
        tr("What the stage Hold proposes is taken from here. Measure your own: the figures below are made up until you "
           "type over them."));
    write_vises(card);
    write_chucks(card);
    write_parallels(card);
    write_finders(card);
}

} // namespace clockface::app
