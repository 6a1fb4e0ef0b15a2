// The one door of everything that is said.
#include "words/say.h"

#include <QTest>
#include <map>
#include <rapidcheck.h>

using namespace clockface;

namespace {

// A tongue with another order of words and three forms, as some have.
std::string backwards(std::string_view english) {
    static const std::map<std::string, std::string, std::less<>> words = {
        {"Hole {hole}: drill {size}.", "{size} ins Loch {hole}!"},
        {"{n} {n:hole|holes} left", "{n} {n:dziura|dziury|dziur}"}};
    const auto found = words.find(english);
    return found == words.end() ? std::string(english) : found->second;
}
std::size_t three_forms(std::int64_t count) {
    const std::int64_t ten = count % 10, hundred = count % 100;
    if (count == 1)
        return 0;
    if (ten >= 2 && ten <= 4 && (hundred < 12 || hundred > 14))
        return 1;
    return 2;
}

} // namespace

class TestSay : public QObject {
    Q_OBJECT
private slots:
    void cleanup() { speak({}); }

    void places_are_filled_by_name() {
        QCOMPARE(say("Hole {hole}: drill {size}.", {{"size", "4.2 mm"}, {"hole", std::string("A1")}}),
                 std::string("Hole A1: drill 4.2 mm."));
        QCOMPARE(say("{x} and {x}", {{"x", "again"}}), std::string("again and again"));
        QCOMPARE(say("Nothing to fill."), std::string("Nothing to fill."));
        QCOMPARE(say(""), std::string());
    }
    void forms_go_by_the_number() {
        const auto left = [](auto n) { return say("{n} {n:hole|holes} left", {{"n", n}}); };
        QCOMPARE(left(1), std::string("1 hole left"));
        QCOMPARE(left(0), std::string("0 holes left"));
        QCOMPARE(left(std::size_t{12}), std::string("12 holes left"));
        QCOMPARE(left(-1), std::string("-1 holes left"));
        QCOMPARE(left(std::numeric_limits<std::int64_t>::min()), std::string("-9223372036854775808 holes left"));
        QCOMPARE(say("There {n:is one|are more}.", {{"n", 5}}), std::string("There are more."));
    }
    void what_nobody_fills_is_seen() {
        QCOMPARE(say("Go to {hole}.", {{"hol", "A1"}}), std::string("Go to {hole}."));
        QCOMPARE(say("{n:hole|holes}", {{"n", "seven"}}), std::string("{n:hole|holes}")); // forms need a number
        QCOMPARE(say("half {open", {{"open", "x"}}), std::string("half {open"));
    }
    void what_is_filled_in_is_not_read_again() {
        QCOMPARE(say("{a} {b}", {{"a", "{b}"}, {"b", "two"}}), std::string("{b} two"));
    }
    void another_tongue_has_its_own_order_and_forms() {
        speak({backwards, three_forms});
        QCOMPARE(say("Hole {hole}: drill {size}.", {{"hole", "A1"}, {"size", "4.2"}}), std::string("4.2 ins Loch A1!"));
        const std::map<int, std::string> all = {{1, "1 dziura"},  {3, "3 dziury"},   {5, "5 dziur"},
                                                {12, "12 dziur"}, {22, "22 dziury"}, {112, "112 dziur"}};
        for (const auto& [n, words] : all)
            QCOMPARE(say("{n} {n:hole|holes} left", {{"n", n}}), words);
        QCOMPARE(say("Not translated."), std::string("Not translated."));
    }
    // Whatever the texts are, the sentence is the template with them in it.
    void any_text_comes_through_whole() {
        QVERIFY(rc::check([](const std::string& one, const std::string& other) {
            RC_ASSERT(say("a {one} b {other} c", {{"one", one}, {"other", other}}) ==
                      "a " + one + " b " + other + " c");
        }));
    }
};

QTEST_APPLESS_MAIN(TestSay)
#include "test_say.moc"
