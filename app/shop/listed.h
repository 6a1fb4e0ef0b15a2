// Things of a list of the shop's, and how a page's blanks find them again.
#pragma once

#include "shop/shop_blanks.h"

namespace clockface::app {

// A list of the shop's holdings, and finding one of its things again in a shop that may have changed.
template <class Thing> struct Listed {
    std::vector<Thing> Holdings::*list;
    std::size_t index;

    Thing* operator()(Shop& shop) const {
        std::vector<Thing>& all = shop.holdings.*list;
        return index < all.size() ? &all[index] : nullptr;
    }
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
            (shop.holdings.*list).erase((shop.holdings.*list).begin() + static_cast<std::ptrdiff_t>(index));
    }
};

} // namespace clockface::app
