// Live blanks over the shop, as JobBlanks are over the job.
#pragma once

#include "document/shop_store.h"
#include "widgets/fillings.h"
#include "widgets/sentence.h"

namespace clockface::app {

class ShopBlanks {
public:
    ShopBlanks(Document& document, ShopStore& store)
        : m_document(document)
        , m_store(store) {}

    /// Finds a value in a shop; nullptr when it is no longer there (a set that was taken away).
    template <class T> using Reach = std::function<T*(Shop&)>;

    void custom(Sentence& sentence, const QString& name, const QString& what, std::function<QString(const Shop&)> show,
                std::function<Result<QString>(Shop&, const QString&)> read) const;
    void length(Sentence& sentence, const QString& name, const QString& what, Unit unit, Reach<Length> reach) const;
    /// A length that may be missing; `none` stands for that.
    void optional_length(Sentence& sentence, const QString& name, const QString& what, Unit unit, const QString& none,
                         Reach<std::optional<Length>> reach) const;
    void lengths(Sentence& sentence, const QString& name, const QString& what, Unit unit,
                 Reach<std::vector<Length>> reach) const;
    void number(Sentence& sentence, const QString& name, const QString& what, int decimals, Reach<double> reach) const;
    void count(Sentence& sentence, const QString& name, const QString& what, int least, int most,
               Reach<int> reach) const;
    void angle(Sentence& sentence, const QString& name, const QString& what, Reach<Angle> reach) const;
    void text(Sentence& sentence, const QString& name, const QString& what, Reach<std::string> reach) const;
    /// Several words with commas between them; "none" for nothing.
    void words(Sentence& sentence, const QString& name, const QString& what,
               Reach<std::vector<std::string>> reach) const;
    void choice(Sentence& sentence, const QString& name, const QString& what, const QStringList& fillings,
                std::function<int(const Shop&)> now, std::function<void(Shop&, int)> choose) const;
    /// One of several values, each with its word; the first of them where the shop has none such any more.
    template <class Value>
    void one_of(Sentence& sentence, const QString& name, const QString& what, const Fillings<Value>& fillings,
                const Reach<Value>& reach) const {
        one_of<Value>(
            sentence, name, what, fillings,
            [fillings, reach](const Shop& shop) {
                Shop copy = shop;
                const Value* value = reach(copy);
                return value ? *value : fillings.at(0);
            },
            [reach](Shop& shop, Value chosen) {
                if (Value* value = reach(shop))
                    *value = chosen;
            });
    }
    /// The same where the value is worked out from the shop, and choosing does more than setting it.
    template <class Value>
    void one_of(Sentence& sentence, const QString& name, const QString& what, const Fillings<Value>& fillings,
                std::function<Value(const Shop&)> now, std::function<void(Shop&, Value)> choose) const {
        choice(
            sentence, name, what, fillings.words(),
            [fillings, now](const Shop& shop) { return fillings.place_of(now(shop)); },
            [fillings, choose](Shop& shop, int filling) { choose(shop, fillings.at(filling)); });
    }
    void flag(Sentence& sentence, const QString& name, const QString& what, const QString& no, const QString& yes,
              Reach<bool> reach) const;

    /// Makes the change as one undo step; a sentence why not, or empty.
    QString edit(const QString& step, const std::function<void(Shop&)>& change) const;

private:
    Document& m_document;
    ShopStore& m_store;
};

} // namespace clockface::app
