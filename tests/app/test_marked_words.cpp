// Marked English through all that can be seen: nothing is said past the translator, and what is a third longer still
// fits.
#include "inspection/measured_part.h"
#include "layout/callout.h"
#include "look/tongue.h"
#include "shop/cutters.h"
#include "shop/hole_words.h"
#include "shop/tables.h"
#include "support/caught_words.h"
#include "support/window.h"
#include "survey/part_text.h"
#include "widgets/line_button.h"
#include "widgets/sentence.h"

#include <QAbstractItemView>
#include <QRegularExpression>
#include <QScrollArea>
#include <QSet>
#include <QTabBar>

using namespace clockface;
using namespace clockface::app;
using namespace clockface::testing;

namespace {

QStringList words_in(const QString& text) {
    static const QRegularExpression word(QStringLiteral("\\p{L}+"));
    QStringList all;
    for (auto found = word.globalMatch(text); found.hasNext();)
        all << found.next().captured();
    return all;
}

// It has letters that marked English would have put an accent on.
bool unmarked(const QString& word) {
    static const QString marked_letters = QStringLiteral("acdeghijklnorstuwzACDEGHIJKLNORSTUWZ");
    return std::any_of(word.begin(), word.end(), [](QChar c) { return marked_letters.contains(c); });
}

class Own {
public:
    void add(const QString& text) {
        for (const QString& word : words_in(text))
            m_words << word.toLower();
    }
    void add(const std::string& text) { add(QString::fromStdString(text)); }
    [[nodiscard]] bool has(const QString& word) const { return m_words.contains(word.toLower()); }

private:
    QSet<QString> m_words;
};

// What is the user's own, and what is typed and read again: names, and what stands in blanks.
Own own_words(Window& w) {
    Own own;
    const Job& job = w.job();
    own.add(std::string("in h deg Ctrl Shift Alt Esc")); // units, keys
    for (const Metal& each : all_metals()) {             // the words of a table are read as they are written
        own.add(each.name);
        own.add(each.fluid);
    }
    own.add(w.main.windowFilePath());
    for (const std::string& each : {job.title, job.work_for, job.blank.material})
        own.add(each);
    for (const Existing& each : job.blank.existing)
        own.add(each.name);
    for (const Setup& each : job.setups)
        own.add(each.name);
    for (const Pattern& each : job.patterns) {
        own.add(each.name);
        own.add(size_in_words(each.hole, job.unit));
        own.add(callout_of(each, job)); // is read again
    }
    for (const SetupPlan& each : w.document.whole_plan().setups)
        for (const Hole& hole : each.holes)
            own.add(hole.name);
    for (const std::string& line : to_lines(job.old_part))
        own.add(line);
    // Readings that are proposed are typed and pasted like any other.
    const MeasuredPart measured = measured_part(with_setup(job, job.setup), MeasuredPiece{}, Estimates{});
    for (const ReadingKind kind : reading_kinds)
        own.add(kind_in_words(kind));
    for (const OldHole& each : measured.part.holes)
        own.add(each.name);
    for (const OldEdge& each : measured.part.edges)
        own.add(each.name);
    const Shop& shop = w.document.shop();
    own.add(shop.name);
    own.add(shop.marks.name);
    for (const Machine& each : shop.machines) {
        own.add(each.name);
        own.add(each.remark);
    }
    for (const Cutter& each : cutters_sold())
        own.add(each.name);
    for (const Cutter& each : cutters_in(shop.drawer))
        own.add(each.name);
    for (const std::string& each : shop.drawer.fluids)
        own.add(each);
    for (const Vise& each : shop.holdings.vises)
        own.add(each.name);
    for (const Finder& each : shop.holdings.finders)
        own.add(each.name);
    for (const QLineEdit* each : w.main.findChildren<QLineEdit*>())
        own.add(each->text());
    return own;
}

// Rows of a list are said whether they are in sight or not.
QStringList listed(const QAbstractItemView& view) {
    QStringList all;
    const QAbstractItemModel* model = view.model();
    for (int row = 0; model && row < model->rowCount(view.rootIndex()); ++row)
        for (int column = 0; column < model->columnCount(view.rootIndex()); ++column)
            for (const int role : {Qt::DisplayRole, Qt::ToolTipRole, Qt::AccessibleTextRole})
                all << model->index(row, column, view.rootIndex()).data(role).toString();
    return all;
}

class Walk {
public:
    explicit Walk(Window& window)
        : m_w(window) {}

    void look_at(const QString& where) {
        // What comes from beside the window, and a part within a part, asks for room once more.
        constexpr int passes = 4;
        for (int pass = 0; pass < passes; ++pass) {
            QApplication::sendPostedEvents(nullptr, QEvent::LayoutRequest);
            QApplication::processEvents();
        }
        const Own own = own_words(m_w);
        const auto judge = [&](const QString& text, const QString& kind) {
            for (const QString& word : words_in(text))
                if (unmarked(word) && !own.has(word) && !m_seen.contains(word)) {
                    m_seen << word;
                    past << QStringLiteral("%1 (%2, %3): \"%4\"").arg(word, where, kind, text.left(90));
                }
        };
        for (const QString& text : painted_words(m_w.main))
            judge(text, "painted");
        for (auto* area : m_w.main.findChildren<QScrollArea*>())
            if (area->isVisible() && area->widget()) {
                for (const QString& text : painted_words(*area->widget()))
                    judge(text, "painted");
                judge_width(*area, where);
            }
        for (auto* view : m_w.main.findChildren<QAbstractItemView*>())
            if (view->isVisible())
                for (const QString& text : listed(*view))
                    judge(text, "listed");
        for (auto* each : m_w.main.findChildren<QWidget*>())
            if (each->isVisible()) {
                judge(each->toolTip(), "tip of " + each->objectName());
                judge(each->accessibleName(), "name of " + each->objectName());
                judge(each->accessibleDescription(), "description of " + each->objectName());
                judge_room(*each, where);
            }
        for (const QAction* each : m_w.main.findChildren<QAction*>())
            judge(each->text(), "action " + each->objectName());
    }

    QStringList past, clipped;

private:
    Window& m_w;
    QSet<QString> m_seen, m_short;

    // A slip is scrolled down, never sideways.
    void judge_width(const QScrollArea& area, const QString& where) {
        if (area.widget()->width() <= area.viewport()->width())
            return;
        const QWidget* widest = nullptr;
        for (const auto* each : area.widget()->findChildren<QWidget*>())
            if (each->isVisible() && !each->layout() &&
                (!widest || each->minimumSizeHint().width() > widest->minimumSizeHint().width()))
                widest = each;
        QString what = widest ? widest->objectName() : QString();
        if (const auto* button = qobject_cast<const QAbstractButton*>(widest))
            what += " " + button->text();
        if (!m_short.contains(what)) {
            m_short << what;
            clipped << QStringLiteral("%1: %2 wide in a place of %3, because of %4")
                           .arg(where)
                           .arg(area.widget()->width())
                           .arg(area.viewport()->width())
                           .arg(what);
        }
    }

    void judge_room(const QWidget& widget, const QString& where) {
        QString text;
        bool fits = true;
        if (const auto* label = qobject_cast<const QLabel*>(&widget); label && !label->text().isEmpty()) {
            text = label->text();
            fits = label->wordWrap() ? label->heightForWidth(label->width()) <= label->height() + 1
                                     : label->sizeHint().width() <= label->width() + 1;
        } else if (const auto* line = qobject_cast<const LineButton*>(&widget)) {
            text = line->text();
            fits = line->heightForWidth(line->width()) <= line->height() + 1;
        } else if (const auto* button = qobject_cast<const QPushButton*>(&widget);
                   button && !button->text().isEmpty()) {
            text = button->text();
            fits = button->sizeHint().width() <= button->width() + 1;
        } else if (const auto* sentence = qobject_cast<const Sentence*>(&widget)) {
            text = sentence->text();
            for (const QString& clause : text.split(QStringLiteral("; "))) // none is said twice
                if (clause.size() > 8 && text.count(clause) > 1 && !m_short.contains(clause)) {
                    m_short << clause;
                    clipped << where + " says twice: " + clause;
                }
            fits = sentence->heightForWidth(sentence->width()) <= sentence->height() + 1 &&
                   sentence->minimumSizeHint().width() <= sentence->width() + 1;
        }
        if (!fits && !m_short.contains(text)) {
            m_short << text;
            clipped << QStringLiteral("%1, %2 in %3x%4: %5")
                           .arg(where, widget.objectName())
                           .arg(widget.width())
                           .arg(widget.height())
                           .arg(text.left(110));
        }
    }
};

} // namespace

class TestMarkedWords : public QObject {
    Q_OBJECT
private slots:
    void initTestCase() { speak_marked_english(); }

    void nothing_is_said_past_the_translator_data() {
        QTest::addColumn<QString>("demo");
        for (const char* each : {"dial-centre-flange", "winding-arbor", "dial-stay-brackets", "motion-work-plate",
                                 "bell-crank-bracket", "bell-hammer-straps", "fly-bearing-block", "strike-side-cock"})
            QTest::newRow(each) << each;
    }
    void nothing_is_said_past_the_translator() {
        QFETCH(QString, demo);
        Window w;
        QVERIFY(w.main.show_demo(demo));
        w.main.resize(1280, 800);
        Walk walk(w);
        walk.look_at("first");
        for (const auto& [stage, name] : {std::pair{Stage::Blank, "Blank"}, std::pair{Stage::Holes, "Holes"},
                                          std::pair{Stage::Cutters, "Cutters"}, std::pair{Stage::Hold, "Hold"}}) {
            w.main.show_stage(stage);
            walk.look_at(name);
        }
        w.main.show_stage(Stage::Holes);
        for (const Pattern& each : w.job().patterns) {
            w.main.selection().select(each.name, {});
            walk.look_at("Holes, " + QString::fromStdString(each.name));
        }
        w.main.show_stage(Stage::Cutters);
        for (const Hole& each : std::vector<Hole>(w.document.plan().holes)) {
            w.main.selection().select(w.job().patterns[each.pattern].name, each.name);
            for (QAbstractButton* why : w.main.findChildren<QAbstractButton*>())
                if (why->isVisible() && why->objectName().startsWith("why:")) {
                    why->click();
                    break;
                }
            walk.look_at("Cutters, " + QString::fromStdString(each.name));
            if (each.number > 1)
                break;
        }
        for (const Hole& each : std::vector<Hole>(w.document.plan().holes)) {
            w.main.selection().select(w.job().patterns[each.pattern].name, each.name);
            for (const char* page : {"measure", "verdict", "hole", "bolts"}) {
                QVERIFY(w.main.show_proof_page(page));
                walk.look_at(QString("Proof %1, %2").arg(page, QString::fromStdString(each.name)));
            }
            if (each.number > 1)
                break;
        }
        w.main.show_fetch();
        walk.look_at("to fetch");
        // The lists of every machine, and the pages of one.
        std::vector<MachineRef> machines;
        for (const Machine& each : w.document.shop().machines)
            machines.push_back(ref(each));
        for (const MachineRef& machine : machines) {
            Job next = w.job();
            at_hand(next).machine = machine;
            (void)w.document.edit("X", next);
            for (const char* page : {"list", "setup"}) {
                w.main.show_stage(Stage::Order);
                QVERIFY(w.main.show_order_page(page));
                walk.look_at(QString("Order %1, %2").arg(page, QString::fromStdString(machine.name)));
            }
            w.main.show_stage(Stage::Bench);
            for (const int step : {0, 3, 9, 20}) {
                w.document.set_done(std::min<int>(step, static_cast<int>(w.document.plan().route.list.size())));
                walk.look_at(QString("Bench, %1").arg(QString::fromStdString(machine.name)));
            }
        }
        w.main.show_stage(Stage::Order);
        QVERIFY(w.main.show_order_page("compare"));
        (void)w.await<QWidget>("way:0");
        walk.look_at("compare");
        QVERIFY(w.main.show_order_page("proof"));
        (void)w.await<QWidget>("manyParts");
        walk.look_at("proof");
        report(walk);
    }
    void nor_on_the_pages_beside_the_job() {
        Window w;
        QVERIFY(w.main.show_demo("bell-crank-bracket"));
        w.main.resize(1280, 800);
        Walk walk(w);
        for (const char* page : {"readings", "holes", "copy", "marks"}) {
            QVERIFY(w.main.show_old_part_page(page));
            walk.look_at(QString("old part, %1").arg(page));
        }
        for (const QString page : {"drawer", "singles", "taps", "cutting", "hold", "kit", "shops", "Metric mill",
                                   "Inch mill", "Readout mill", "Rotary table", "Layout bench", "Drill press"}) {
            QVERIFY2(w.main.show_shop(page), qPrintable(page));
            walk.look_at("shop, " + page);
        }
        w.main.open_backlash_test("X");
        walk.look_at("backlash");
        w.main.show_stage(Stage::Holes);
        w.command("reckon");
        walk.look_at("reckoning");
        report(walk);
    }

private:
    static void report(const Walk& walk) {
        const QString said = walk.past.join('\n'), shut = walk.clipped.join('\n');
        QVERIFY2(walk.past.isEmpty(),
                 qPrintable(QString("%1 words past the translator:\n").arg(walk.past.size()) + said));
        QVERIFY2(walk.clipped.isEmpty(), qPrintable(QString("%1 clipped:\n").arg(walk.clipped.size()) + shut));
    }
};

CLOCKFACE_WINDOW_MAIN(TestMarkedWords)
#include "test_marked_words.moc"
