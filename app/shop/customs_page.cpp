// The pages of the shop about how it cuts, its pins and instruments, and shops as a whole.
#include "formats/shop_json.h"
#include "formats/text_file.h"
#include "look/words.h"
#include "measure/figures.h"
#include "measure/shop_number.h"
#include "shop/shop_view.h"
#include "shop/tables.h"

#include <QFileInfo>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

namespace clockface::app {

namespace {

// Words of blanks that are read again when they are typed: they are no messages, and the same in every language.
constexpr QLatin1String suits_metal("what suits the metal");
constexpr QLatin1String by_the_table("by the table");
constexpr QLatin1String as_suits("as suits the thread");

} // namespace

void ShopView::write_cutting(Card& card) {
    card.heading(tr("How we cut"));
    Sentence& s = card.sentence();
    s.reads(tr("A hole is started {startWay}, and drilled {smallSteps}. Inch screws clear by {chartClearance}. "
               "Threads get {threadPercent} percent of thread, with {chipRoom} pitches for chips below the tap. A "
               "drill goes {beyond} beyond the far face. A chamfer is {chamfer} wider than the hole. Feeds are "
               "{briskness} percent of the table: 50 is gentle, 100 is production."));
    m_blanks.one_of<StartWay>(s, "startWay", tr("how a hole is started"),
                              {{StartWay::CentreDrill, tr("with a centre drill, half way up its cone")},
                               {StartWay::SpottingDrill, tr("with a spotting drill that leaves the chamfer too")},
                               {StartWay::Straight, tr("straight with the drill")}},
                              [](Shop& shop) { return &shop.customs.start; });
    m_blanks.flag(s, "smallSteps", tr("how a hole is opened up"), tr("straight up to what the machine drives"),
                  tr("in small steps"), [](Shop& shop) { return &shop.customs.small_steps; });
    m_blanks.flag(s, "chartClearance", tr("what clearance holes of inch screws go by"), tr("the standard"),
                  tr("the charts of the bench"), [](Shop& shop) { return &shop.customs.chart_clearance; });
    m_blanks.custom(
        s, "threadPercent", tr("percent of thread"),
        [](const Shop& shop) {
            return shop.customs.thread_percent > 0.0 ? q(decimal(shop.customs.thread_percent, 0)) : suits_metal;
        },
        [](Shop& shop, const QString& text) -> Result<QString> {
            if (text.trimmed().isEmpty() || text == suits_metal) {
                shop.customs.thread_percent = 0.0;
                return tr("75 in most metals, 60 to 65 in tough ones");
            }
            return read_number(text.toStdString()).map([&](double read) {
                shop.customs.thread_percent = read;
                return QString();
            });
        });
    m_blanks.number(s, "chipRoom", tr("room for chips, in pitches"), 1,
                    [](Shop& shop) { return &shop.customs.chip_room; });
    m_blanks.length(s, "beyond", tr("how far beyond the far face"), Unit::Millimetre,
                    [](Shop& shop) { return &shop.customs.beyond; });
    m_blanks.length(s, "chamfer", tr("how much wider the mouth is made"), Unit::Millimetre,
                    [](Shop& shop) { return &shop.customs.chamfer; });
    m_blanks.number(s, "briskness", tr("percent of the table's advance"), 0,
                    [](Shop& shop) { return &shop.customs.briskness; });
    Sentence& taps = card.sentence();
    taps.reads(tr("A tap is turned by hand {tapRhythm}. Over its hole it is kept upright by {tapGuide}."));
    m_blanks.custom(
        taps, "tapRhythm", tr("turns on and turns back"),
        [](const Shop& shop) {
            const auto figure = [](double turns) { return q(decimal(turns, 2, Sign::WhenNegative, Tail::Trim)); };
            return shop.customs.tap_rhythm ? QStringLiteral("%1; %2").arg(figure(shop.customs.tap_rhythm->on),
                                                                          figure(shop.customs.tap_rhythm->back))
                                           : as_suits;
        },
        [](Shop& shop, const QString& text) -> Result<QString> {
            if (text.trimmed().isEmpty() || text == as_suits) {
                shop.customs.tap_rhythm.reset();
                return tr("half a turn on and a quarter back; one on and half back for small taps and short chips");
            }
            const QStringList two = text.split(QLatin1Char(';'));
            if (two.size() != 2)
                return tl::unexpected(
                    Problem{{}, tr("Turns on, a semicolon, turns back, such as 0.5; 0.25, would do.").toStdString()});
            const auto on = read_number(two[0].toStdString()), back = read_number(two[1].toStdString());
            if (!on || !back)
                return tl::unexpected(on ? back.error() : on.error());
            shop.customs.tap_rhythm = TapRhythm{*on, *back};
            return QString();
        });
    m_blanks.choice(
        taps, "tapGuide", tr("what keeps a tap upright"),
        {tr("the eye"), tr("a pointed follower in the chuck"), tr("the chuck, turned by hand")},
        [](const Shop& shop) { return static_cast<int>(shop.customs.tap_guide); },
        [](Shop& shop, int chosen) { shop.customs.tap_guide = static_cast<TapGuide>(chosen); });
    write_gates(card);
    card.heading(tr("Surface speeds"));
    card.quiet(
        tr("Metres a minute for high speed steel. Published tables for one metal differ several times over; your own "
           "figure goes before them. Empty takes it away again."));
    for (const Metal& metal : all_metals()) {
        Sentence& line = card.sentence();
        const std::string name = metal.name;
        line.reads(tr("{metal}: {speed} (tables: {slow} to {fast}; {chips} chips; {fluid})"),
                   {{QStringLiteral("metal"), q(metal.name)},
                    {QStringLiteral("slow"), QString::number(metal.slow)},
                    {QStringLiteral("fast"), QString::number(metal.fast)},
                    {QStringLiteral("chips"), metal.long_chips ? tr("long") : tr("short")},
                    {QStringLiteral("fluid"), q(metal.fluid)}});
        m_blanks.custom(
            line, QStringLiteral("speed:") + q(metal.name), tr("surface speed in %1").arg(q(metal.name)),
            [name, usual = metal.usual](const Shop& shop) {
                const auto own = shop.customs.speeds.find(name);
                return own == shop.customs.speeds.end() ? QStringLiteral("%1 %2").arg(usual).arg(by_the_table)
                                                        : q(decimal(own->second, 1, Sign::WhenNegative, Tail::Trim));
            },
            [name](Shop& shop, const QString& text) -> Result<QString> {
                if (text.trimmed().isEmpty() || text.contains(by_the_table)) {
                    shop.customs.speeds.erase(name);
                    return tr("as the table has it");
                }
                return read_number(text.toStdString()).map([&](double read) {
                    shop.customs.speeds[name] = read;
                    return QString();
                });
            });
    }
}

void ShopView::write_gates(Card& card) {
    card.heading(tr("What the Bench asks"));
    card.quiet(tr("Before a changed cutter turns it always asks whether the work is held and the chuck key is out."));
    const auto ask = [&](const char* name, const QString& words, const QString& what, GateKind gate) {
        Sentence& s = card.sentence();
        s.reads(words);
        m_blanks.one_of<bool>(
            s, QLatin1String(name), what, {{true, tr("is asked")}, {false, tr("is not asked")}},
            [gate](const Shop& shop) { return !shop.customs.quietened.contains(gate); },
            [gate](Shop& shop, bool asked) {
                if (asked)
                    shop.customs.quietened.erase(gate);
                else
                    shop.customs.quietened.insert(gate);
            });
    };
    ask("gateSeat", tr("Before the work is clamped, whether its seat is clean {gateSeat}."),
        tr("whether the seat is asked for"), GateKind::SeatClean);
    ask("gateMeasured", tr("Whether a place measures as it must {gateMeasured}."), tr("whether a measure is asked for"),
        GateKind::Measured);
    ask("gateThrough", tr("Before the far side is seen to, whether every hole is through {gateThrough}."),
        tr("whether holes are asked to be through"), GateKind::SeenThrough);
    ask("gateLetGo", tr("Before the work is let go, whether all is done on it {gateLetGo}."),
        tr("whether letting go is asked"), GateKind::LetGo);
    Sentence& s = card.sentence();
    s.reads(tr("The one at the machine is {novice}."));
    m_blanks.flag(s, "novice", tr("whether a beginner is at the machine"), tr("used to it"),
                  tr("a beginner, who is asked before every cut whether all is locked"),
                  [](Shop& shop) { return &shop.customs.novice; });
}

void ShopView::write_kit(Card& card) {
    card.heading(tr("Pins, packing, instruments"));
    const auto lengths = [&](const QString& id, const QString& words, const QString& what,
                             std::vector<Length> RoundKit::*member) {
        Sentence& s = card.sentence();
        s.reads(words);
        m_blanks.lengths(s, id, what, Unit::Millimetre, [member](Shop& shop) { return &(shop.kit.*member); });
    };
    lengths(QStringLiteral("rods"), tr("Rods, pins and gauge pins of {rods}."), tr("rods and pins"), &RoundKit::rods);
    lengths(QStringLiteral("packing"), tr("Spacers and packing of {packing}."), tr("spacers and packing"),
            &RoundKit::packing);
    lengths(QStringLiteral("bushings"), tr("Bushings bored {bushings}."), tr("bushings"), &RoundKit::bushings);
    Sentence& s = card.sentence();
    s.reads(tr(
        "The edge finder's tip is {finder}, it finds an edge again within {finderRepeats}; the caliper is read to "
        "{caliperStep}, the height gauge to {heightStep}, packing that comes within {packingWithin} is near enough."));
    const auto length = [&](const QString& id, const QString& what, Length RoundKit::*member) {
        m_blanks.length(s, id, what, Unit::Millimetre, [member](Shop& shop) { return &(shop.kit.*member); });
    };
    length(QStringLiteral("finder"), tr("edge finder's tip"), &RoundKit::finder);
    length(QStringLiteral("finderRepeats"), tr("how well it repeats"), &RoundKit::finder_repeats);
    length(QStringLiteral("caliperStep"), tr("step of the caliper"), &RoundKit::caliper_step);
    length(QStringLiteral("heightStep"), tr("step of the height gauge"), &RoundKit::height_step);
    length(QStringLiteral("packingWithin"), tr("packing near enough"), &RoundKit::packing_within);
    Sentence& angles = card.sentence();
    angles.reads(tr("The protractor is read to {protractorStep} and reaches {protractorReach}; a chuck's three jaws "
                    "{threeJaws}, a lathe {lathe}, and the vise's jaw {jawsLift}."));
    m_blanks.angle(angles, "protractorStep", tr("step of the protractor"),
                   [](Shop& shop) { return &shop.kit.protractor_step; });
    m_blanks.angle(angles, "protractorReach", tr("reach of the protractor"),
                   [](Shop& shop) { return &shop.kit.protractor_reach; });
    m_blanks.flag(angles, "threeJaws", tr("whether jaws serve as an index"), tr("do not serve as an index"),
                  tr("serve as an index of 120°"), [](Shop& shop) { return &shop.kit.three_jaws; });
    m_blanks.flag(angles, "lathe", tr("whether there is a lathe"), tr("is not there"), tr("is there"),
                  [](Shop& shop) { return &shop.kit.lathe; });
    m_blanks.flag(angles, "jawsLift", tr("whether the vise's jaw lifts"), tr("stays down"), tr("lifts when it grips"),
                  [](Shop& shop) { return &shop.kit.jaws_lift; });
}

void ShopView::write_shops(Card& card) {
    card.heading(tr("Which shop?"));
    Sentence& s = card.sentence();
    s.reads(
        tr("This shop is called {shopName}. A hole keeps {edgeFactor} of its diameters from any edge, or it is said."));
    m_blanks.text(s, "shopName", tr("name of the shop"), [](Shop& shop) { return &shop.name; });
    m_blanks.number(s, "edgeFactor", tr("least distance from an edge, in diameters"), 2,
                    [](Shop& shop) { return &shop.edge_distance_factor; });
    card.quiet(
        m_document.shop_path().isEmpty()
            ? tr("It is the made-up shop the program comes with; the first change keeps it as a file of its own.")
            : tr("It is kept in %1.").arg(m_document.shop_path()));
    const QStringList files = m_store.files();
    for (int i = 0; i < files.size(); ++i)
        if (files[i] != m_document.shop_path()) {
            const Result<Shop> other = load_shop(files[i].toStdString());
            const QString name = other ? q(other->name) : QFileInfo(files[i]).fileName();
            card.link(QStringLiteral("useShop:%1").arg(i + 1),
                      tr("go over to %1").arg(name.isEmpty() ? files[i] : name),
                      [this, path = files[i]] { open_shop(path); });
        }
    card.link(QStringLiteral("copyShop"), tr("begin another shop as a copy of this one"), [this] {
        Shop next = m_document.shop();
        next.name += " 2";
        const auto kept = m_document.edit_shop(tr("another shop"), next, m_store.free_path(next.name));
        tell(kept ? QString() : q(kept.error().text()));
    });
    card.link(QStringLiteral("importShop"), tr("take a shop from a file…"), [this] {
        const QString path = m_seams.file_to_open(this, tr("A shop"), tr("Shops (*.json)"));
        if (path.isEmpty())
            return;
        const Result<Shop> shop = load_shop(path.toStdString());
        if (!shop)
            return tell(tr("%1 The shop in use was left as it is.").arg(q(shop.error().text())));
        const auto kept = m_document.edit_shop(tr("shop from a file"), *shop, m_store.free_path(shop->name));
        tell(kept ? QString() : q(kept.error().text()));
    });
    card.link(QStringLiteral("exportShop"), tr("save this shop to a file…"), [this] {
        const QString path =
            m_seams.file_to_save(this, tr("Save the shop"), QStringLiteral("shop.json"), tr("Shops (*.json)"));
        if (path.isEmpty())
            return;
        const auto written = write_file_atomically(path.toStdString(), shop_to_json(m_document.shop()));
        tell(written ? tr("The shop is in %1.").arg(path) : q(written.error().text()));
    });
}

} // namespace clockface::app
