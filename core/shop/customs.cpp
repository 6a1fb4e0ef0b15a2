#include "shop/customs.h"

namespace clockface {

Customs default_customs() {
    Customs customs;
    customs.beyond = Length::mm(1.0);
    customs.chamfer = Length::mm(0.5);
    return customs;
}

} // namespace clockface
