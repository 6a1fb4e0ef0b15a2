// Things of a list of the shop's, and how a page's blanks find them again.
#pragma once

#include "shop/shop_blanks.h"

#include <functional>

namespace clockface::app {

// A list of what the shop holds work with, and finding one of its things again in a shop that may have changed.
template <class Thing> struct Listed {
    Listed(std::vector<Thing> Holdings::*list, std::size_t at)
        : all([list](Shop& shop) -> std::vector<Thing>& { return shop.holdings.*list; })
        , index(at) {}
    Listed(std::vector<Thing> RoundKit::*list, std::size_t at)
        : all([list](Shop& shop) -> std::vector<Thing>& { return shop.kit.*list; })
        , index(at) {}

    std::function<std::vector<Thing>&(Shop&)> all;
    std::size_t index;

    Thing* operator()(Shop& shop) const { return index < all(shop).size() ? &all(shop)[index] : nullptr; }
    template <class Part> ShopBlanks::Reach<Part> part(Part Thing::*member) const {
        return [found = *this, member](Shop& shop) { return found(shop) ? &(found(shop)->*member) : nullptr; };
    }
    /// Of a blank or link about it: no two things of the shop have the same.
    [[nodiscard]] QString called(const char* name) const {
        return QStringLiteral("%1:%2").arg(QLatin1String(name)).arg(index + 1);
    }
    void size(const ShopBlanks& blanks, Sentence& s, const char* name, const QString& what,
              Length Thing::*member) const {
        blanks.length(s, called(name), what, Unit::Millimetre, part(member));
    }
    void take_out(Shop& shop) const {
        if ((*this)(shop))
            all(shop).erase(all(shop).begin() + static_cast<std::ptrdiff_t>(index));
    }
};

} // namespace clockface::app
