// Sentences with blanks in them: how they read, and where their parts stand.
#include "support/window.h"
#include "widgets/card.h"
#include "widgets/sentence.h"

#include <QPushButton>
#include <QVBoxLayout>

using namespace clockface;
using namespace clockface::app;
using namespace clockface::testing;

namespace {

BlankEdit* add_blank(Sentence& sentence, const QString& name, const QString& value) {
    sentence.blank(
        name, name, [value] { return value; },
        [](const QString& text, bool) {
            return text == "bad" ? app::Tried{"That will not do.", {}} : app::Tried{{}, "read as " + text};
        });
    return sentence.findChild<BlankEdit*>(name);
}

} // namespace

class TestSentence : public QObject {
    Q_OBJECT
private slots:
    void it_reads_as_it_stands() {
        Sentence sentence;
        sentence.reads("Across it is {across} by the drawing, of {metal}.");
        BlankEdit* across = add_blank(sentence, "across", "88.6 mm");
        sentence.choice(
            "metal", "metal", {"brass", "steel"}, [] { return 1; }, [](int) { return QString(); });
        sentence.refresh();
        QCOMPARE(sentence.text(), QStringLiteral("Across it is 88.6 mm by the drawing, of steel."));
        QCOMPARE(sentence.accessibleName(), sentence.text());
        across->hide();
        QCOMPARE(sentence.text(), QStringLiteral("Across it is by the drawing, of steel."));
        // A further clause begins as it would in one piece.
        sentence.reads("; nothing else.");
        sentence.refresh();
        QVERIFY(sentence.text().endsWith("of steel.; nothing else."));
        // Words are painted, not widgets.
        QCOMPARE(sentence.findChildren<QWidget*>().size(), 2);
    }
    void blanks_go_where_the_template_has_them() {
        Sentence sentence;
        sentence.reads("{last}, by {who}: from {from} ({remark}){gone} to {to}.", {{"who", "the user's {to}"}});
        BlankEdit* to = add_blank(sentence, "to:y", "30");
        BlankEdit* last = add_blank(sentence, "last2", "first");
        BlankEdit* from = add_blank(sentence, "from", "20");
        BlankEdit* remark = add_blank(sentence, "remark", "over");
        sentence.refresh();
        // What is filled in is not read as a template, a place without a blank shows nothing.
        QCOMPARE(sentence.text(), QStringLiteral("first, by the user's {to}: from 20 (over) to 30."));
        sentence.resize(900, 100);
        sentence.show();
        QVERIFY(last->x() < from->x() && from->x() < remark->x() && remark->x() < to->x());
        // The key goes through them as they are read, whichever was made first.
        QList<QWidget*> by_key;
        for (QWidget* each = last; by_key.isEmpty() || each != last; each = each->nextInFocusChain())
            if (qobject_cast<BlankEdit*>(each))
                by_key << each;
        QCOMPARE(by_key, (QList<QWidget*>{last, from, remark, to}));
        add_blank(sentence, "nowhere", "lost"); // at the end, where it is seen
        sentence.refresh();
        QVERIFY2(sentence.text().endsWith("30. lost"), qPrintable(sentence.text()));
    }
    void what_is_wrong_stands_below_the_line() {
        Sentence sentence;
        sentence.reads("Zero is at {at}");
        BlankEdit* at = add_blank(sentence, "at", "12");
        sentence.resize(300, 200);
        sentence.show();
        const int before = sentence.minimumHeight();
        at->setFocus();
        at->selectAll();
        QTest::keyClicks(at, "bad");
        QTest::keyClick(at, Qt::Key_Return);
        auto* below = sentence.findChild<QLabel*>("below");
        QVERIFY(below && below->isVisible() && below->text() == QStringLiteral("▲ That will not do."));
        QVERIFY(below->y() >= at->geometry().bottom() && sentence.minimumHeight() > before);
        at->selectAll();
        QTest::keyClicks(at, "7");
        QVERIFY(below->text().startsWith("read as 7"));
    }
    void parts_keep_their_order_and_do_not_overlap() {
        holds("blanks stand in reading order, inside the width, apart from each other", [] {
            Sentence sentence;
            const int blanks = *rc::gen::inRange(1, 12);
            std::vector<QWidget*> made;
            for (int i = 0; i < blanks; ++i) {
                for (int k = *rc::gen::inRange(0, 6); k > 0; --k)
                    sentence.reads(QString(*rc::gen::inRange(1, 14), QLatin1Char('m')));
                const QString name = QLatin1Char('b') + QString::number(i);
                sentence.reads(*rc::gen::arbitrary<bool>() ? "{b}," : "{b}");
                made.push_back(add_blank(sentence, name, QString(*rc::gen::inRange(1, 20), QLatin1Char('8'))));
            }
            const int width = *rc::gen::inRange(260, 600);
            sentence.refresh();
            sentence.resize(width, 10);
            sentence.show();
            RC_ASSERT(sentence.minimumHeight() == sentence.heightForWidth(width));
            for (std::size_t i = 0; i < made.size(); ++i) {
                const QRect here = made[i]->geometry();
                RC_ASSERT(sentence.rect().united(QRect(0, 0, width, sentence.minimumHeight())).contains(here));
                if (i == 0)
                    continue;
                const QRect before = made[i - 1]->geometry();
                RC_ASSERT(!before.intersects(here));
                RC_ASSERT(here.top() > before.bottom() || here.left() > before.right());
            }
        });
    }
    void the_words_are_inked() {
        Sentence sentence;
        sentence.reads("The face at hand is the top, and every face has its own zero.");
        sentence.resize(200, 200);
        QPalette ink = sentence.palette();
        ink.setColor(QPalette::WindowText, Qt::red);
        ink.setColor(QPalette::Window, Qt::white);
        sentence.setPalette(ink);
        const QImage picture = sentence.grab().toImage();
        const auto inked = [&](int from, int to) {
            int red = 0;
            for (int y = from; y < to; ++y)
                for (int x = 0; x < picture.width(); ++x) {
                    const QColor at = picture.pixelColor(x, y);
                    red += at.red() > at.blue() + 60;
                }
            return red;
        };
        const int height = sentence.heightForWidth(200);
        QVERIFY(inked(0, height / 2) > 50 && inked(height / 2, height) > 50);
        QCOMPARE(inked(height, picture.height()), 0);
    }
    void the_keys_go_from_the_board_into_a_slip_just_made() {
        Window w;
        w.main.show_stage(Stage::Order);
        QWidget* slip = w.find<QWidget>("machine");
        QVERIFY(slip);
        auto* board = w.find<QWidget>("board");
        QVERIFY(board);
        const auto reached = [&](QWidget* wanted) {
            int steps = 0;
            for (QWidget* each = board->nextInFocusChain(); each != board; each = each->nextInFocusChain()) {
                steps += each->isVisible() && (each->focusPolicy() & Qt::TabFocus) ? 1 : 0;
                if (each == wanted)
                    return steps;
            }
            return -1;
        };
        QWidget* header = w.find<QToolButton>("jobMenu");
        QVERIFY(reached(slip) > 0 && reached(slip) < reached(header));
        // And so through all stages, whichever came first.
        for (const Stage stage : {Stage::Blank, Stage::Cutters, Stage::Holes}) {
            w.main.show_stage(stage);
            auto* first = w.find<BlankEdit>(stage == Stage::Blank ? "title" : "placeX");
            if (first)
                QVERIFY(reached(first) > 0 && reached(first) < reached(header));
        }
    }
    void a_card_is_made_anew_only_when_other_things_are_said() {
        QWidget window;
        auto* place = new QVBoxLayout(&window);
        QString size = "5 mm", told = "first";
        bool deep = false;
        int gone_through = 0, followed = 0;
        Card card(
            place, 4, [] {},
            [&](Card& all) {
                ++gone_through;
                Sentence& s = all.sentence("one");
                s.reads(deep ? "A hole of {size}, {depth} deep." : "A hole of {size}.");
                const auto read = [](const QString&, bool) { return app::Tried{}; };
                s.blank(
                    "size", "size", [&] { return size; }, read);
                if (deep)
                    s.blank(
                        "depth", "depth", [] { return QString("12 mm"); }, read);
                all.words("told", told);
                all.link("go", "go on", [&] { ++followed; });
            });
        card.renew(false);
        window.show();
        window.activateWindow();
        QVERIFY(QTest::qWaitForWindowActive(&window));
        auto* blank = window.findChild<BlankEdit*>("size");
        QCOMPARE(blank->text(), QStringLiteral("5 mm"));
        QCOMPARE(gone_through, 2); // heard, then made
        // Other figures: the same widgets show them.
        size = "6 mm";
        told = "";
        card.renew(false);
        QCOMPARE(gone_through, 3);
        QCOMPARE(window.findChild<BlankEdit*>("size"), blank);
        QCOMPARE(blank->text(), QStringLiteral("6 mm"));
        QVERIFY(!window.findChild<QLabel*>("told")->isVisible());
        window.findChild<QPushButton*>("go")->click();
        QCOMPARE(followed, 1);
        // Another sentence, but a figure is being tried: its blank stays.
        deep = true;
        size = "7 mm";
        told = "not yet";
        card.renew(true);
        QVERIFY(!window.findChild<BlankEdit*>("depth"));
        QCOMPARE(blank->text(), QStringLiteral("7 mm"));
        // Settled, it is made anew, and whoever was at work in the blank is so still.
        blank->setFocus();
        card.renew(false);
        QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
        QVERIFY(window.findChild<BlankEdit*>("depth"));
        QCOMPARE(window.findChildren<BlankEdit*>("size").size(), 1);
        QCOMPARE(QApplication::focusWidget(), window.findChild<BlankEdit*>("size"));
        QCOMPARE(window.findChild<QLabel*>("told")->text(), told);
    }
};

CLOCKFACE_WINDOW_MAIN(TestSentence)
#include "test_sentence.moc"
