// The pages of the shop that are about what lies in the drawer: sets, single cutters, taps.
#include "formats/shop_json.h"
#include "formats/text_file.h"
#include "look/words.h"
#include "measure/figures.h"
#include "measure/shop_number.h"
#include "shop/drawer_picture.h"
#include "shop/hole_words.h"
#include "shop/shop_view.h"
#include "shop/tables.h"
#include "shop/threads.h"
#include "widgets/fillings.h"
#include "words/say.h"

#include <QFileInfo>

namespace clockface::app {

namespace {

// Words of blanks that are read again when they are typed: they are no messages, and the same in every language.
constexpr QLatin1String taper_word("taper");
constexpr QLatin1String plug_word("plug");
constexpr QLatin1String bottoming_word("bottoming");
constexpr QLatin1String every_size("every size");
constexpr QLatin1String another_thread("another thread");

template <class T> T* at(std::vector<T>& all, std::size_t index) {
    return index < all.size() ? &all[index] : nullptr;
}

QString tap_words(const TapSet& set) {
    QStringList all;
    if (set.taper)
        all << taper_word;
    if (set.plug)
        all << plug_word;
    if (set.bottoming)
        all << bottoming_word;
    return all.isEmpty() ? none_word : all.join(QStringLiteral(", "));
}

Result<QString> read_taps(TapSet& set, const QString& text) {
    TapSet next{set.thread};
    for (const QString& part : text.split(QLatin1Char(','), Qt::SkipEmptyParts)) {
        const QString word = part.trimmed().toLower();
        if (word == taper_word)
            next.taper = true;
        else if (word == plug_word)
            next.plug = true;
        else if (word == bottoming_word)
            next.bottoming = true;
        else if (word != none_word)
            return problem(
                "", QObject::tr("'%1' is no kind of tap. Taper, plug and bottoming would do.").arg(word).toStdString());
    }
    set = next;
    return QString();
}

// What is asked of a single cutter hangs on its kind.
QString single_words(CutterKind kind) {
    switch (kind) {
    case CutterKind::Drill:
        return tr(
            "A {kind} called {singleName}, {singleDiameter} wide, {singleMeasured}; point {singlePoint}, cuts "
            "{singleFlute} deep, {singleOverall} long; it is {singleWorn} and of {singleMetal}, with {singleSplit}.");
    case CutterKind::Tap:
        return QObject::tr(
            "A {kind} called {singleName} for {singleSize}, {singleDiameter} wide, {singleMeasured}; cuts "
            "{singleFlute} "
            "deep, {singleOverall} long; it is {singleWorn} and of {singleMetal}.");
    case CutterKind::Reamer:
        return QObject::tr(
            "A {kind} called {singleName}, {singleDiameter} wide, {singleMeasured}; cuts {singleFlute} deep, "
            "{singleOverall} long; it is {singleWorn} and of {singleMetal}, turned {singleHand}.");
    case CutterKind::Counterbore:
        return tr(
            "A {kind} called {singleName}, {singleDiameter} wide, {singleMeasured}; its pilot {singleTip} wide, cuts "
            "{singleFlute} deep, {singleOverall} long; it is {singleWorn} and of {singleMetal}.");
    case CutterKind::CentreDrill:
    case CutterKind::StepDrill:
        return QObject::tr(
            "A {kind} called {singleName}, {singleDiameter} wide, {singleMeasured}; its tip {singleTip} wide, "
            "{singleTipLength} long, point {singlePoint}, cuts {singleFlute} deep, {singleOverall} long; it is "
            "{singleWorn} and of {singleMetal}.");
    case CutterKind::SpotDrill:
    case CutterKind::Countersink:
        return tr(
            "A {kind} called {singleName}, {singleDiameter} wide, {singleMeasured}; its tip {singleTip} wide, point "
            "{singlePoint}, cuts {singleFlute} deep, {singleOverall} long; it is {singleWorn} and of {singleMetal}.");
    }
    return {};
}

} // namespace

void ShopView::write_drawer(Card& card) {
    card.heading(tr("What is in the drawer?"));
    card.quiet(
        tr("Name your sets and the sizes that are missing from them. Everything the program suggests is taken from "
           "here; what would do better but is not here is said."));
    card.shows(QStringLiteral("drawerPicture"), [this] { return new DrawerPicture(m_document); });
    const auto& sets = m_document.shop().drawer.sets;
    for (std::size_t i = 0; i < sets.size(); ++i) {
        const auto set = [i](Shop& shop) { return at(shop.drawer.sets, i); };
        const auto part = [set](std::string CutterSet::*member) {
            return [set, member](Shop& shop) { return set(shop) ? &(set(shop)->*member) : nullptr; };
        };
        const QString id = QString::number(i + 1);
        Sentence& s = card.sentence();
        s.reads(tr("{family} from {setFrom} to {setTo} by {setStep}, without {setWithout}. {setGone}"),
                {{QStringLiteral("family"), q(in_words(sets[i].family))}});
        m_blanks.text(s, QStringLiteral("setFrom:") + id, tr("first size of the set"), part(&CutterSet::from));
        m_blanks.text(s, QStringLiteral("setTo:") + id, tr("last size of the set"), part(&CutterSet::to));
        m_blanks.custom(
            s, QStringLiteral("setStep:") + id, tr("step of the set"),
            [i](const Shop& shop) -> QString {
                if (i >= shop.drawer.sets.size() || shop.drawer.sets[i].step <= Length{})
                    return every_size;
                return q(with_unit(shop.drawer.sets[i].step, Unit::Millimetre));
            },
            [set](Shop& shop, const QString& text) -> Result<QString> {
                if (text.trimmed().isEmpty() || text.trimmed() == every_size) {
                    if (set(shop))
                        set(shop)->step = {};
                    return tr("every size that is sold");
                }
                return read_length(text.toStdString(), Unit::Millimetre).map([&](const ReadLength& read) {
                    if (set(shop))
                        set(shop)->step = read.value;
                    return q(both_units(read.value));
                });
            });
        m_blanks.words(s, QStringLiteral("setWithout:") + id, tr("sizes missing from the set"),
                       [set](Shop& shop) { return set(shop) ? &set(shop)->without : nullptr; });
        s.ends_with(QStringLiteral("setGone:") + id, tr("this set is no longer here"), [this, i] {
            change(tr("set taken out"), [i](Shop& shop) {
                shop.drawer.sets.erase(shop.drawer.sets.begin() + static_cast<std::ptrdiff_t>(i));
            });
        });
    }
    Sentence& add = card.sentence();
    add.reads(tr("There is also {addSet}."));
    using Further = std::optional<SetFamily>;
    std::vector<std::pair<Further, QString>> fillings{{std::nullopt, tr("a set of …")}};
    for (const SetFamily family : set_families)
        fillings.emplace_back(family, q(in_words(family)));
    m_blanks.one_of<Further>(
        add, "addSet", tr("a further set"), Fillings<Further>(fillings), [](const Shop&) { return Further(); },
        [](Shop& shop, Further family) {
            if (family)
                shop.drawer.sets.push_back(new_set(*family));
        });
    card.words(
        QStringLiteral("drawerCount"),
        tr("Together %1.")
            .arg(q(say("{count} {count:cutter|cutters}", {{"count", cutters_in(m_document.shop().drawer).size()}}))));
}

void ShopView::write_singles(Card& card) {
    card.heading(tr("Single cutters"));
    card.quiet(
        tr("Cutters with figures of their own: measured, worn, short, of carbide. One that is called like a cutter of "
           "a set stands in its place, so a worn or reground drill is entered here."));
    const auto& singles = m_document.shop().drawer.singles;
    for (std::size_t i = 0; i < singles.size(); ++i) {
        const auto one = [i](Shop& shop) { return at(shop.drawer.singles, i); };
        const auto length = [one](Length Cutter::*member) {
            return [one, member](Shop& shop) { return one(shop) ? &(one(shop)->*member) : nullptr; };
        };
        const QString id = QString::number(i + 1);
        const CutterKind kind = singles[i].kind;
        Sentence& s = card.sentence();
        s.reads(single_words(kind), {{QStringLiteral("kind"), q(in_words(kind))}});
        m_blanks.text(s, QStringLiteral("singleName:") + id, tr("name of the cutter"),
                      [one](Shop& shop) { return one(shop) ? &one(shop)->name : nullptr; });
        if (kind == CutterKind::Tap) {
            m_blanks.text(s, QStringLiteral("singleSize:") + id, tr("thread of the tap"),
                          [one](Shop& shop) { return one(shop) ? &one(shop)->size : nullptr; });
        }
        m_blanks.length(s, QStringLiteral("singleDiameter:") + id, tr("diameter of the cutter"), Unit::Millimetre,
                        length(&Cutter::diameter));
        m_blanks.optional_length(s, QStringLiteral("singleMeasured:") + id, tr("diameter as measured"),
                                 Unit::Millimetre, tr("not measured"),
                                 [one](Shop& shop) { return one(shop) ? &one(shop)->measured : nullptr; });
        if (kind == CutterKind::CentreDrill || kind == CutterKind::StepDrill || kind == CutterKind::Counterbore ||
            kind == CutterKind::SpotDrill || kind == CutterKind::Countersink) {
            m_blanks.length(s, QStringLiteral("singleTip:") + id, tr("width of the tip or pilot"), Unit::Millimetre,
                            length(&Cutter::tip));
        }
        if (kind == CutterKind::CentreDrill || kind == CutterKind::StepDrill) {
            m_blanks.length(s, QStringLiteral("singleTipLength:") + id, tr("length of the tip, or of one step"),
                            Unit::Millimetre, length(&Cutter::tip_length));
        }
        if (kind != CutterKind::Reamer && kind != CutterKind::Counterbore && kind != CutterKind::Tap) {
            m_blanks.angle(s, QStringLiteral("singlePoint:") + id, tr("included angle of the point"),
                           [one](Shop& shop) { return one(shop) ? &one(shop)->point : nullptr; });
        }
        m_blanks.length(s, QStringLiteral("singleFlute:") + id, tr("how deep it cuts"), Unit::Millimetre,
                        length(&Cutter::flute));
        m_blanks.length(s, QStringLiteral("singleOverall:") + id, tr("its whole length"), Unit::Millimetre,
                        length(&Cutter::overall));
        m_blanks.flag(s, QStringLiteral("singleWorn:") + id, tr("sharpness"), tr("sharp"), tr("worn"),
                      [one](Shop& shop) { return one(shop) ? &one(shop)->worn : nullptr; });
        m_blanks.one_of<CutterMetal>(s, QStringLiteral("singleMetal:") + id, tr("what it is made of"),
                                     {{CutterMetal::HighSpeedSteel, tr("high speed steel")},
                                      {CutterMetal::Cobalt, tr("cobalt steel")},
                                      {CutterMetal::Carbide, tr("carbide")}},
                                     [one](Shop& shop) { return one(shop) ? &one(shop)->metal : nullptr; });
        if (kind == CutterKind::Drill) {
            m_blanks.flag(s, QStringLiteral("singleSplit:") + id, tr("form of its point"), tr("a plain point"),
                          tr("a split point"),
                          [one](Shop& shop) { return one(shop) ? &one(shop)->split_point : nullptr; });
        } else if (kind == CutterKind::Reamer) {
            m_blanks.flag(s, QStringLiteral("singleHand:") + id, tr("how it is turned"), tr("by the machine"),
                          tr("by hand"), [one](Shop& shop) { return one(shop) ? &one(shop)->hand : nullptr; });
        }
        card.link(QStringLiteral("singleGone:") + id, tr("take it out of the drawer"), [this, i] {
            change(tr("cutter taken out"), [i](Shop& shop) {
                shop.drawer.singles.erase(shop.drawer.singles.begin() + static_cast<std::ptrdiff_t>(i));
            });
        });
    }
    Sentence& add = card.sentence();
    add.reads(tr("There is also {addSingle}."));
    using Further = std::optional<CutterKind>;
    std::vector<std::pair<Further, QString>> fillings{{std::nullopt, tr("a single …")}};
    for (const CutterKind kind : cutter_kinds)
        fillings.emplace_back(kind, q(in_words(kind)));
    m_blanks.one_of<Further>(
        add, "addSingle", tr("a further cutter"), Fillings<Further>(fillings), [](const Shop&) { return Further(); },
        [](Shop& shop, Further kind) {
            if (kind)
                shop.drawer.singles.push_back(new_single(*kind, static_cast<int>(shop.drawer.singles.size()) + 1));
        });
}

void ShopView::write_taps(Card& card) {
    card.heading(tr("Taps"));
    card.quiet(
        tr("A taper tap has about eight threads of lead and starts straight, a plug tap four, a bottoming tap one and "
           "a half."));
    const auto& taps = m_document.shop().drawer.taps;
    for (std::size_t i = 0; i < taps.size(); ++i) {
        const QString id = QString::number(i + 1);
        Sentence& s = card.sentence();
        s.reads(tr("{thread}: {taps}."), {{QStringLiteral("thread"), q(taps[i].thread)}});
        m_blanks.custom(
            s, QStringLiteral("taps:") + id, tr("taps for %1").arg(q(taps[i].thread)),
            [i](const Shop& shop) { return i < shop.drawer.taps.size() ? tap_words(shop.drawer.taps[i]) : QString(); },
            [i](Shop& shop, const QString& text) -> Result<QString> {
                TapSet* set = at(shop.drawer.taps, i);
                return set ? read_taps(*set, text) : Result<QString>(QString());
            });
    }
    Sentence& add = card.sentence();
    add.reads(tr("And taps for {addTap}."));
    m_blanks.custom(
        add, "addTap", tr("a further thread"), [](const Shop&) { return another_thread; },
        [](Shop& shop, const QString& text) -> Result<QString> {
            if (text.trimmed().isEmpty() || text == another_thread)
                return QString();
            const auto thread = find_thread(text.toStdString());
            if (!thread)
                return problem("", tr("There is no thread named '%1'. One such as M6, 1/4-20 or 2BA would do.")
                                       .arg(text)
                                       .toStdString());
            for (const TapSet& set : shop.drawer.taps)
                if (set.thread == thread->name)
                    return problem("", tr("%1 is there already.").arg(q(thread->name)).toStdString());
            shop.drawer.taps.push_back({thread->name, true, true, false});
            return q(thread->name);
        });
    card.heading(tr("Cutting fluids"));
    Sentence& fluids = card.sentence();
    fluids.reads(tr("On hand are {fluids}."));
    m_blanks.words(fluids, "fluids", tr("cutting fluids on hand"), [](Shop& shop) { return &shop.drawer.fluids; });
    QStringList known;
    for (const Metal& metal : all_metals())
        if (metal.fluid != "dry" && !known.contains(q(metal.fluid)))
            known << q(metal.fluid);
    card.quiet(tr("The table of metals asks for %1.").arg(known.join(QStringLiteral(", "))));
}

} // namespace clockface::app
