// Texts of people and files are shown letter by letter: hostile ones stand in every field of a job and a shop, and
// every label, tip and button of every stage is looked at.
#include "look/plain_text.h"
#include "support/window.h"

#include <QAbstractButton>
#include <QAbstractItemView>
#include <QFile>
#include <QLabel>
#include <QTextDocument>
#include <QXmlStreamReader>

using namespace clockface;
using namespace clockface::app;
using namespace clockface::testing;

namespace {

const QString hostile = QStringLiteral("<img src='/dev/zero'>");
// As long as a pattern's name may be.
const std::string short_hostile = "<b>&lt;</b>A";

// What a rich label would show as text: nothing of the mark-up, if it is one.
QString shown_by(const QLabel& label) {
    if (label.textFormat() == Qt::PlainText)
        return label.text();
    QTextDocument document;
    document.setHtml(label.text());
    return document.toPlainText();
}

Job hostile_job() {
    Job job = flange();
    const std::string text = hostile.toStdString();
    job.title = text + " & title %1 %2";
    job.work_for = text + " work";
    job.blank.material = text;
    job.blank.existing.push_back({text, ExistingKind::Boss, Face::Top, {mm(30), mm(30)}, mm(6)});
    job.datum = {DatumPlace::Existing, true, true, text};
    rename_pattern(job, 0, short_hostile);
    job.patterns[1].hole = {Purpose::Reamed, mm(6), text, std::nullopt};
    job.patterns[0].hole.wishes.steps["drill"].cutter = text + " drill";
    job.patterns[0].hole.wishes.added.push_back({"drill", text + " cutter", std::nullopt});
    job.old_part.holes = {{"H1", {mm(0), mm(0)}, mm(4)}, {"H2", {mm(50), mm(0)}, mm(4)}};
    return job;
}

Shop hostile_shop() {
    Shop shop = default_shop();
    const std::string text = hostile.toStdString();
    shop.name = text + " shop";
    for (Machine& machine : shop.machines) {
        machine.name = text + " " + machine.name;
        machine.remark = text + " & remark";
    }
    shop.marks.name = text + " marks";
    shop.drawer.fluids.push_back(text);
    Cutter drill = plain_drill(text + " & drill", mm(4.2));
    drill.size = text;
    shop.drawer.singles.push_back(drill);
    return shop;
}

} // namespace

class TestPlainText : public QObject {
    Q_OBJECT
private:
    struct Met {
        int labels = 0, buttons = 0, tips = 0;
    };
    // Goes round all there is just now. What stands in it must be there letter by letter, or not at all.
    static void look_at_all(QWidget& window, Met& met, const char* where) {
        for (const QLabel* label : window.findChildren<QLabel*>()) {
            QVERIFY2(label->textFormat() != Qt::AutoText, qPrintable(label->objectName() + label->text()));
            if (label->textFormat() == Qt::RichText)
                QVERIFY2(!label->text().contains("<img"), qPrintable(where + label->text()));
            met.labels += shown_by(*label).contains("<img");
        }
        for (const QWidget* widget : window.findChildren<QWidget*>()) {
            QVERIFY2(!Qt::mightBeRichText(widget->toolTip()) || !widget->toolTip().contains("<img"),
                     qPrintable(where + widget->toolTip()));
            met.tips += widget->toolTip().contains("&lt;img");
        }
        for (const QAction* action : window.findChildren<QAction*>())
            QVERIFY2(!Qt::mightBeRichText(action->toolTip()), qPrintable(action->toolTip()));
        for (const QAbstractButton* button : window.findChildren<QAbstractButton*>()) {
            if (!button->text().contains("<img"))
                continue;
            ++met.buttons;
            const QString without = QString(button->text()).remove("&&"); // a single & would be eaten
            QVERIFY2(!without.contains("& "), qPrintable(where + button->text()));
        }
        for (const QAbstractItemView* view : window.findChildren<QAbstractItemView*>())
            for (int row = 0; view->model() && row < view->model()->rowCount(); ++row)
                for (int column = 0; column < view->model()->columnCount(); ++column) {
                    const QString tip = view->model()->index(row, column).data(Qt::ToolTipRole).toString();
                    QVERIFY2(!Qt::mightBeRichText(tip) || !tip.contains("<img"), qPrintable(tip));
                }
    }
private slots:
    void every_stage_and_page() {
        Window w;
        QVERIFY2(w.document.edit_shop("shop", hostile_shop(), w.folder.filePath("s.shop.json")), "shop");
        const Job job = hostile_job();
        const auto edited = w.document.edit("job <img src='/dev/zero'>", job);
        QVERIFY2(edited, edited ? "" : edited.error().text().c_str());
        w.main.tell(hostile + " told", {{hostile, [] {}}, {"Nuts & " + hostile, [] {}}});
        Met met;
        for (const Machine& machine : w.document.shop().machines) {
            Job next = w.document.settled();
            at_hand(next).machine = machine.name;
            QVERIFY(w.document.edit("machine", next));
            for (const Stage stage :
                 {Stage::Blank, Stage::Holes, Stage::Cutters, Stage::Hold, Stage::Order, Stage::Bench}) {
                w.main.show_stage(stage);
                look_at_all(w.main, met, "stage ");
            }
            for (const char* page : {"list", "compare", "proof", "setup"}) {
                QVERIFY(w.main.show_order_page(page));
                w.main.choose_move(3);
                if (QString(page) == "compare")
                    QVERIFY(w.await("way:0"));
                look_at_all(w.main, met, page);
            }
        }
        w.main.show_fetch();
        look_at_all(w.main, met, "fetch ");
        for (const char* page : {"readings", "holes", "copy", "marks"}) {
            QVERIFY(w.main.show_old_part_page(page));
            look_at_all(w.main, met, page);
        }
        QStringList pages = {"drawer", "singles", "taps", "cutting", "kit", "shops"};
        for (const Machine& machine : w.document.shop().machines)
            pages << QString::fromStdString(machine.name);
        for (const QString& page : pages) {
            QVERIFY(w.main.show_shop(page));
            look_at_all(w.main, met, "shop ");
        }
        // It did stand there: in many labels and buttons.
        QVERIFY2(met.labels > 20 && met.buttons > 20,
                 qPrintable(QString::number(met.labels) + " " + QString::number(met.buttons)));
        QCOMPARE(w.main.findChild<QLabel*>("jobTitle")->text(), QString::fromStdString(job.title));
    }
    void a_refused_file_is_told_letter_by_letter() {
        Window w;
        for (const char* name : {"refused-name-image.clockface.json", "refused.csv", "refused.dxf"}) {
            w.next_file = QStringLiteral(SOURCE_FOLDER "/tests/broken/") + QLatin1String(name);
            w.command(QString::fromLatin1(name).endsWith("json") ? "open" : "import");
            auto* told = w.find<QLabel>("noticeText");
            QVERIFY(told && told->textFormat() == Qt::PlainText);
            QVERIFY2(told->text().contains("<img src="), qPrintable(told->text()));
        }
    }
    void titles_of_the_shipped_kind_open() {
        for (const char* name : {"title-image.clockface.json", "title-svg-bomb.clockface.json"}) {
            Window w;
            QVERIFY(w.main.open_file(QStringLiteral(SOURCE_FOLDER "/tests/broken/") + QLatin1String(name)));
            auto* title = w.main.findChild<QLabel*>("jobTitle");
            QVERIFY(title->text().startsWith("<img src="));
            QVERIFY(w.main.minimumSizeHint().width() <= 1024); // a long title does not widen the window
        }
    }
    void a_tip_is_escaped_only_where_it_has_to_be() {
        QCOMPARE(plain_tip("Undo (Ctrl+Z)"), QStringLiteral("Undo (Ctrl+Z)"));
        QTextDocument document;
        document.setHtml(plain_tip("<b>A</b> & B"));
        QCOMPARE(document.toPlainText(), QStringLiteral("<b>A</b> & B"));
    }
    void a_long_file_name_does_not_widen_the_slip() {
        Window w;
        const QString name = w.folder.filePath(QString(90, QLatin1Char('n')) + ".csv");
        QFile file(name);
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write("x,y,d\n12,30,4\n");
        file.close();
        w.next_file = name;
        w.command("import");
        auto* take = w.find<QAbstractButton>("importTake");
        QVERIFY(take);
        QApplication::processEvents();
        const int right = take->mapTo(&w.main, QPoint(take->width(), 0)).x();
        QVERIFY2(right <= w.main.width(), qPrintable(QString::number(right)));
    }
    void a_template_of_nuts_and_bolts_is_well_formed() {
        Window w;
        Job job = w.job();
        job.title = "Nuts & <bolts> \"here\"";
        QVERIFY(w.document.edit("title", job));
        w.next_file = w.folder.filePath("template.svg");
        w.command("template");
        QVERIFY(QTest::qWaitFor([&] { return QFile::exists(w.next_file); }, 20000));
        QFile svg(w.next_file);
        QVERIFY(svg.open(QIODevice::ReadOnly));
        QXmlStreamReader reader(&svg);
        QString title;
        int drawn = 0;
        while (!reader.atEnd()) {
            reader.readNext();
            if (reader.isStartElement() && reader.name() == QLatin1String("title"))
                title = reader.readElementText();
            drawn += reader.isStartElement();
        }
        QVERIFY2(!reader.hasError(), qPrintable(reader.errorString()));
        QCOMPARE(title, QString::fromStdString(job.title));
        QVERIFY(drawn > 20);
    }
};

CLOCKFACE_WINDOW_MAIN(TestPlainText)
#include "test_plain_text.moc"
