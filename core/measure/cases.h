// One function for each alternative of a std::variant: std::visit(Cases{[](A) {…}, [](B) {…}}, value).
#pragma once

namespace clockface {

template <class... F> struct Cases : F... { using F::operator()...; };
template <class... F> Cases(F...) -> Cases<F...>;

} // namespace clockface
