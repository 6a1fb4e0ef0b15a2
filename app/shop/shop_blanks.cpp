#include "shop/shop_blanks.h"

#include "look/words.h"
#include "measure/figures.h"
#include "measure/lists.h"
#include "measure/read_angle.h"
#include "measure/shop_number.h"
#include "words/say.h"

namespace clockface::app {

namespace {

// Reach works on a shop that may change, so it is given one of its own.
template <class T> std::optional<T> peek(const Shop& shop, const ShopBlanks::Reach<T>& reach) {
    Shop copy = shop;
    const T* found = reach(copy);
    return found ? std::optional<T>(*found) : std::nullopt;
}

QString shown(Length length, Unit unit) {
    return q(with_unit(length, unit));
}

// Read again when it is typed, and so the same in every language.
QString none() {
    return QStringLiteral("none");
}

} // namespace

QString ShopBlanks::edit(const QString& step, const std::function<void(Shop&)>& change) const {
    Shop next = m_document.shop();
    change(next);
    const auto kept = m_document.edit_shop(step, next, m_store.path());
    return kept ? QString() : q(kept.error().sentence);
}

void ShopBlanks::custom(Sentence& sentence, const QString& name, const QString& what,
                        std::function<QString(const Shop&)> show,
                        std::function<Result<QString>(Shop&, const QString&)> read) const {
    sentence.blank(
        name, what, [&document = m_document, show] { return show(document.shop()); },
        [blanks = *this, read, what](const QString& text, bool keep) -> Tried {
            Shop next = blanks.m_document.shop();
            const Result<QString> how = read(next, text);
            if (!how)
                return {q(how.error().sentence), {}};
            if (!keep)
                return {{}, *how};
            const auto kept =
                blanks.m_document.edit_shop(QObject::tr("change of %1").arg(what), next, blanks.m_store.path());
            return kept ? Tried{} : Tried{q(kept.error().sentence), {}};
        });
}

void ShopBlanks::length(Sentence& sentence, const QString& name, const QString& what, Unit unit,
                        Reach<Length> reach) const {
    custom(
        sentence, name, what,
        [reach, unit](const Shop& shop) {
            const auto value = peek(shop, reach);
            return value ? shown(*value, unit) : QString();
        },
        [reach, unit](Shop& shop, const QString& text) -> Result<QString> {
            return read_length(text.toStdString(), unit).map([&](const ReadLength& read) {
                if (Length* value = reach(shop))
                    *value = read.value;
                return read.how.empty() ? q(both_units(read.value)) : q(read.how);
            });
        });
}

void ShopBlanks::optional_length(Sentence& sentence, const QString& name, const QString& what, Unit unit,
                                 const QString& missing, Reach<std::optional<Length>> reach) const {
    custom(
        sentence, name, what,
        [reach, unit, missing](const Shop& shop) {
            const auto value = peek(shop, reach);
            return value && *value ? shown(**value, unit) : missing;
        },
        [reach, unit, missing](Shop& shop, const QString& text) -> Result<QString> {
            std::optional<Length>* value = reach(shop);
            if (!value)
                return QString();
            if (text.trimmed().isEmpty() || text.trimmed() == missing) {
                value->reset();
                return missing;
            }
            return read_length(text.toStdString(), unit).map([&](const ReadLength& read) {
                *value = read.value;
                return read.how.empty() ? q(both_units(read.value)) : q(read.how);
            });
        });
}

void ShopBlanks::lengths(Sentence& sentence, const QString& name, const QString& what, Unit unit,
                         Reach<std::vector<Length>> reach) const {
    custom(
        sentence, name, what,
        [reach, unit](const Shop& shop) {
            QStringList all;
            if (const auto value = peek(shop, reach))
                for (const Length each : *value)
                    all << q(decimal(each.in(unit), job_decimals(unit), Sign::WhenNegative, Tail::Trim));
            return all.isEmpty() ? none() : all.join(QStringLiteral(", "));
        },
        [reach, unit](Shop& shop, const QString& text) -> Result<QString> {
            std::vector<Length>* value = reach(shop);
            if (!value)
                return QString();
            if (text.trimmed().isEmpty() || text.trimmed() == none()) {
                value->clear();
                return QString();
            }
            return read_lengths(text.toStdString(), unit).map([&](const std::vector<Length>& read) {
                *value = read;
                return q(say("{count} {count:piece|pieces}", {{"count", read.size()}}));
            });
        });
}

void ShopBlanks::number(Sentence& sentence, const QString& name, const QString& what, int decimals,
                        Reach<double> reach) const {
    custom(
        sentence, name, what,
        [reach, decimals](const Shop& shop) {
            const auto value = peek(shop, reach);
            return value ? q(decimal(*value, decimals, Sign::WhenNegative, Tail::Trim)) : QString();
        },
        [reach](Shop& shop, const QString& text) -> Result<QString> {
            return read_number(text.toStdString()).map([&](double read) {
                if (double* value = reach(shop))
                    *value = read;
                return QString();
            });
        });
}

void ShopBlanks::count(Sentence& sentence, const QString& name, const QString& what, int least, int most,
                       Reach<int> reach) const {
    custom(
        sentence, name, what,
        [reach](const Shop& shop) {
            const auto value = peek(shop, reach);
            return value ? QString::number(*value) : QString();
        },
        [reach, least, most](Shop& shop, const QString& text) -> Result<QString> {
            return read_count(text.trimmed().toStdString(), least, most, "lines").map([&](int read) {
                if (int* value = reach(shop))
                    *value = read;
                return QString();
            });
        });
}

void ShopBlanks::angle(Sentence& sentence, const QString& name, const QString& what, Reach<Angle> reach) const {
    custom(
        sentence, name, what,
        [reach](const Shop& shop) {
            const auto value = peek(shop, reach);
            return value ? q(in_degrees(*value)) : QString();
        },
        [reach](Shop& shop, const QString& text) -> Result<QString> {
            return read_turn(text.toStdString()).map([&](const ReadAngle& read) {
                if (Angle* value = reach(shop))
                    *value = read.value;
                return q(read.how);
            });
        });
}

void ShopBlanks::text(Sentence& sentence, const QString& name, const QString& what, Reach<std::string> reach) const {
    custom(
        sentence, name, what, [reach](const Shop& shop) { return q(peek(shop, reach).value_or(std::string())); },
        [reach](Shop& shop, const QString& typed) -> Result<QString> {
            if (std::string* value = reach(shop))
                *value = typed.simplified().toStdString();
            return QString();
        });
}

void ShopBlanks::words(Sentence& sentence, const QString& name, const QString& what,
                       Reach<std::vector<std::string>> reach) const {
    custom(
        sentence, name, what,
        [reach](const Shop& shop) {
            QStringList all;
            if (const auto value = peek(shop, reach))
                for (const std::string& each : *value)
                    all << q(each);
            return all.isEmpty() ? none() : all.join(QStringLiteral(", "));
        },
        [reach](Shop& shop, const QString& typed) -> Result<QString> {
            std::vector<std::string>* value = reach(shop);
            if (!value)
                return QString();
            value->clear();
            if (typed.trimmed() != none())
                for (const QString& part : typed.split(QLatin1Char(','), Qt::SkipEmptyParts))
                    if (!part.trimmed().isEmpty())
                        value->push_back(part.simplified().toStdString());
            return QString();
        });
}

void ShopBlanks::choice(Sentence& sentence, const QString& name, const QString& what, const QStringList& fillings,
                        std::function<int(const Shop&)> now, std::function<void(Shop&, int)> choose) const {
    sentence.choice(
        name, what, fillings, [&document = m_document, now] { return now(document.shop()); },
        [blanks = *this, choose, what](int filling) {
            return blanks.edit(QObject::tr("change of %1").arg(what), [&](Shop& shop) { choose(shop, filling); });
        });
}

void ShopBlanks::flag(Sentence& sentence, const QString& name, const QString& what, const QString& no,
                      const QString& yes, Reach<bool> reach) const {
    choice(
        sentence, name, what, {no, yes},
        [reach](const Shop& shop) { return peek(shop, reach).value_or(false) ? 1 : 0; },
        [reach](Shop& shop, int filling) {
            if (bool* value = reach(shop))
                *value = filling == 1;
        });
}

} // namespace clockface::app
