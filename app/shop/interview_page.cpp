// Five questions that turn the made-up shop into the user's own. Each can be left.
#include "look/words.h"
#include "measure/shop_number.h"
#include "shop/listed.h"
#include "shop/shop_view.h"
#include "words/say.h"

#include <algorithm>
#include <iterator>

namespace clockface::app {

namespace {

// Something of the made-up shop that a user may have or not: found in a list of the shop by what tells it apart.
template <class Thing, class Same> struct Had {
    std::function<std::vector<Thing>&(Shop&)> list;
    Thing thing;
    Same same;

    [[nodiscard]] bool is_here(const Shop& shop) const {
        Shop copy = shop;
        const std::vector<Thing>& all = list(copy);
        return std::any_of(all.begin(), all.end(), [&](const Thing& each) { return same(each, thing); });
    }
    void choose(Shop& shop, bool here) const {
        std::vector<Thing>& all = list(shop);
        std::erase_if(all, [&](const Thing& each) { return same(each, thing); });
        if (here)
            all.push_back(thing);
    }
};

// "3 × 11, 6 × 28": thickness and height of each pair, as it is typed and shown.
QString pairs_in_words(const Shop& shop) {
    QStringList all;
    for (const ParallelPair& pair : shop.holdings.parallels)
        all << q(in_words(pair));
    return all.isEmpty() ? QString(none_word) : all.join(QStringLiteral(", "));
}

Result<QString> read_pairs(Shop& shop, const QString& text) {
    std::vector<ParallelPair> next;
    const ParallelPair usual = default_holdings().parallels.back();
    if (text.trimmed() != none_word)
        for (const QString& part : text.split(QLatin1Char(','), Qt::SkipEmptyParts)) {
            // "1/8 × 1 in" names its unit once, for both sizes.
            QString sizes = part.trimmed();
            QString unit;
            for (const QString& each : {QStringLiteral("mm"), QStringLiteral("in")})
                if (sizes.endsWith(each)) {
                    unit = each;
                    sizes.chop(each.size());
                }
            const QStringList two = QString(sizes).replace(QChar(0xd7), QLatin1Char('x')).split(QLatin1Char('x'));
            if (two.size() != 2)
                return problem("", ShopView::tr("'%1' is no pair: thickness x height would do, such as 6 x 28.")
                                       .arg(part.trimmed())
                                       .toStdString());
            const auto thickness = read_length((two[0] + unit).toStdString(), Unit::Millimetre);
            const auto height = read_length((two[1] + unit).toStdString(), Unit::Millimetre);
            if (!thickness || !height)
                return tl::unexpected(thickness ? height.error() : thickness.error());
            ParallelPair pair{thickness->value, height->value, usual.length};
            for (const ParallelPair& known : shop.holdings.parallels)
                if (name_of(known) == name_of(pair))
                    pair.length = known.length;
            next.push_back(pair);
        }
    shop.holdings.parallels = next;
    return QString();
}

} // namespace

void ShopView::write_interview(Card& card) {
    card.heading(tr("Five questions"));
    card.quiet(
        tr("The shop is made up until you say otherwise. Answer what you like and leave the rest; all of it, and more, "
           "stands on the other pages and can be changed at any time."));
    const auto ask = [&](const QString& name, const QString& what, const auto& had) {
        Sentence& s = card.sentence();
        s.reads(tr("{thing}: {have}."), {{QStringLiteral("thing"), what}});
        m_blanks.one_of<bool>(
            s, QStringLiteral("have:") + name, tr("whether there is: %1").arg(what),
            {{true, tr("here")}, {false, tr("not here")}}, [had](const Shop& shop) { return had.is_here(shop); },
            [had](Shop& shop, bool here) { had.choose(shop, here); });
    };

    card.heading(tr("1  Which of these machines do you have?"));
    const auto same_machine = [](const Machine& a, const Machine& b) { return a.id == b.id; };
    for (const Machine& machine : default_shop().machines)
        ask(q(machine.name),
            QStringLiteral("%1 (%2)").arg(q(machine.name),
                                          q(machine.remark.substr(0, machine.remark.find_last_of('.')))),
            Had<Machine, decltype(same_machine)>{[](Shop& shop) -> std::vector<Machine>& { return shop.machines; },
                                                 machine, same_machine});

    card.heading(tr("2  What do you find edges with?"));
    const auto same_name = [](const auto& a, const auto& b) { return a.name == b.name; };
    for (const Finder& finder : default_holdings().finders)
        ask(q(finder.name), tr("The %1").arg(q(finder.name)),
            Had<Finder, decltype(same_name)>{[](Shop& shop) -> std::vector<Finder>& { return shop.holdings.finders; },
                                             finder, same_name});

    card.heading(tr("3  Which vises do you have, and what else holds work?"));
    for (std::size_t i = 0; i < m_document.shop().holdings.vises.size(); ++i) {
        const Listed<Vise> vise{&Holdings::vises, i};
        Sentence& s = card.sentence();
        s.reads(tr("The {viseName} opens {opening}; its jaws are {jawWidth} wide and stand {jawDepth} above its bed. "
                   "{viseGone}"));
        m_blanks.text(s, vise.called("viseName"), tr("name of the vise"), vise.part(&Vise::name));
        vise.size(m_blanks, s, "opening", tr("the widest it opens"), &Vise::opening);
        vise.size(m_blanks, s, "jawWidth", tr("width of the jaws"), &Vise::jaw_width);
        vise.size(m_blanks, s, "jawDepth", tr("depth of the jaws, from the bed up"), &Vise::jaw_depth);
        s.ends_with(vise.called("viseGone"), tr("it is not here"),
                    [this, vise] { change(tr("vise taken out"), [vise](Shop& shop) { vise.take_out(shop); }); });
    }
    add_vise_link(card);
    for (const WorkChuck& chuck : default_holdings().chucks)
        ask(q(chuck.name), tr("The %1").arg(q(chuck.name)),
            Had<WorkChuck, decltype(same_name)>{
                [](Shop& shop) -> std::vector<WorkChuck>& { return shop.holdings.chucks; }, chuck, same_name});
    for (const AnglePlate& plate : default_holdings().angle_plates)
        ask(q(plate.name), tr("The %1").arg(q(plate.name)),
            Had<AnglePlate, decltype(same_name)>{
                [](Shop& shop) -> std::vector<AnglePlate>& { return shop.holdings.angle_plates; }, plate, same_name});

    card.heading(tr("4  Which pairs of parallels?"));
    Sentence& pairs = card.sentence();
    pairs.reads(tr("Thickness x height of each pair: {pairs}."));
    m_blanks.custom(pairs, QStringLiteral("pairs"), tr("pairs of parallels"), pairs_in_words, read_pairs);

    card.heading(tr("5  Which sets lie in the drawer?"));
    const auto same_set = [](const CutterSet& a, const CutterSet& b) { return a.family == b.family; };
    for (const CutterSet& set : default_drawer().sets)
        ask(q(in_words(set.family)),
            tr("A set of %1, from %2 to %3").arg(q(in_words(set.family)), q(set.from), q(set.to)),
            Had<CutterSet, decltype(same_set)>{[](Shop& shop) -> std::vector<CutterSet>& { return shop.drawer.sets; },
                                               set, same_set});

    card.words(
        QStringLiteral("interviewDone"),
        m_document.shop().holdings.own
            ? tr("These are your own: nothing is called made up any more.")
            : tr("When the vises and parallels above are yours, say so: then nothing is called made up any more."));
    if (!m_document.shop().holdings.own)
        card.link(QStringLiteral("theseAreMine"), tr("these are mine"),
                  [this] { change(tr("the shop is the user's own"), [](Shop& shop) { shop.holdings.own = true; }); });
}

} // namespace clockface::app
