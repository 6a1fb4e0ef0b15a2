#include "slips/import_slip.h"

#include "formats/text_file.h"
#include "look/plain_text.h"
#include "look/words.h"
#include "measure/figures.h"
#include "measure/shop_number.h"
#include "words/say.h"

#include <QCheckBox>
#include <QFileInfo>
#include <QLabel>
#include <QPushButton>
#include <algorithm>
#include <array>

namespace clockface::app {

namespace {

constexpr std::array separators = {',', ';', '\t', '|', ' '};
constexpr std::size_t most_rows_shown = 12;

} // namespace

ImportSlip::ImportSlip(Document& document, Selection& selection, QWidget* parent)
    : Slip(document, selection, parent)
    , m_reading_file([this](bool waiting) { emit reading(waiting); }) {
    body()->addStretch();
}

Result<void> ImportSlip::begin(const QString& path, std::function<void(const Result<void>&)> done) {
    const Result<std::string> text = read_file(path.toStdString());
    if (!text)
        return tl::unexpected(text.error());
    m_text = *text;
    m_file = QFileInfo(path).fileName();
    m_drawing = is_dxf(m_text);
    m_unit.reset();
    m_no_layers.clear();
    m_no_sizes.clear();
    if (!m_drawing) {
        const Result<CsvReading> reading = recognise_csv(m_text, document().settled().unit);
        if (!reading)
            return tl::unexpected(Problem{path.toStdString(), reading.error().sentence});
        m_reading = *reading;
    }
    read([this, path, done = std::move(done)](const Result<FoundHoles>& found) {
        if (!found)
            return done(tl::unexpected(Problem{path.toStdString(), found.error().sentence}));
        m_found = *found;
        build();
        show_ghost();
        done({});
    });
    return {};
}

void ImportSlip::read(std::function<void(const Result<FoundHoles>&)> take) {
    const auto work = [text = m_text, drawing = m_drawing, unit = m_unit, reading = m_reading] {
        return drawing ? read_dxf_holes(text, unit) : read_csv_holes(text, reading);
    };
    constexpr std::size_t at_once = 128 * 1024; // is read within a frame
    if (m_text.size() <= at_once) {
        m_reading_file.drop(); // an answer about an earlier file must not come after this one
        return take(work());
    }
    m_reading_file.ask(work, std::move(take));
}

void ImportSlip::read_again() {
    read([this](const Result<FoundHoles>& found) {
        m_found = found.value_or(FoundHoles{});
        if (!found)
            m_found.left_out = {found.error().sentence}; // what is wrong stands among what was left out
        build();
        show_ghost();
    });
}

std::string ImportSlip::size_of(const FoundHole& hole) const {
    return hole.spec.diameter == Length{} ? std::string() : size_in_words(hole.spec, document().settled().unit);
}

std::vector<FoundHole> ImportSlip::chosen() const {
    std::vector<FoundHole> taken;
    for (const FoundHole& hole : m_found.holes)
        if (!m_no_layers.contains(hole.layer) && !m_no_sizes.contains(size_of(hole)))
            taken.push_back(hole);
    return taken;
}

void ImportSlip::show_ghost() {
    const std::vector<FoundHole> holes = chosen();
    if (holes.empty() || !document().preview(with_found(document().settled(), holes, m_plain)))
        document().drop_preview();
}

void ImportSlip::build() {
    if (m_box) {
        m_box->hide();
        m_box->deleteLater(); // it may be the sender's parent just now
        body()->removeWidget(m_box);
    }
    m_box = new QWidget;
    auto* box = new QVBoxLayout(m_box);
    box->setContentsMargins(0, 0, 0, 0);
    box->setSpacing(10);
    QLabel* title = heading_label(tr("Holes from %1").arg(breakable(m_file)));
    title->setWordWrap(true);
    box->addWidget(title);
    Sentence* s = sentence();
    box->addWidget(s);
    if (m_drawing)
        s->reads(tr("It is a drawing."));
    else
        csv_sentence(*s);
    unit_choice(*s);
    std::map<std::string, int> layers;
    std::map<std::string, int> sizes;
    for (const FoundHole& hole : m_found.holes) {
        ++layers[hole.layer];
        ++sizes[size_of(hole)];
    }
    if (sizes.contains(""))
        plain_size(*s);
    if (layers.size() > 1)
        choices(box, tr("Layers"), tr("no layer"), QStringLiteral("layer"), {layers.begin(), layers.end()},
                m_no_layers);
    choices(box, tr("Sizes"), tr("no size"), QStringLiteral("size"), {sizes.begin(), sizes.end()}, m_no_sizes);
    if (!m_found.how.empty())
        box->addWidget(quiet_label(q(m_found.how)));
    if (m_found.holes.size() > static_cast<std::size_t>(Document::most_at_a_key))
        box->addWidget(quiet_label(tr("So many holes are shown on the board when they are taken.")));
    if (!m_found.left_out.empty()) {
        QStringList lines;
        for (std::size_t i = 0; i < std::min(m_found.left_out.size(), most_rows_shown); ++i)
            lines << q(m_found.left_out[i]);
        if (m_found.left_out.size() > most_rows_shown)
            lines << tr("… and %1 more.").arg(m_found.left_out.size() - most_rows_shown);
        auto* left = quiet_label(tr("Left out:\n%1").arg(lines.join(QLatin1Char('\n'))));
        left->setObjectName(QStringLiteral("importLeftOut"));
        box->addWidget(left);
    }
    auto* take_them = new QPushButton(tr("Take these holes"));
    take_them->setObjectName(QStringLiteral("importTake"));
    take_them->setProperty("act", true);
    take_them->setEnabled(!m_found.holes.empty());
    connect(take_them, &QPushButton::clicked, this, &ImportSlip::take);
    box->addWidget(take_them);
    auto* leave_them = new QPushButton(tr("Leave them"));
    leave_them->setObjectName(QStringLiteral("importLeave"));
    set_tip(leave_them, tr("Nothing of the job has been changed yet"));
    connect(leave_them, &QPushButton::clicked, this, &ImportSlip::leave);
    box->addWidget(leave_them);
    box->addWidget(
        quiet_label(tr("The figures are counted from the job's zero, in the directions of its axes. Nothing of the "
                       "job changes until the holes are taken.")));
    body()->insertWidget(0, m_box);
    m_box->show();
}

void ImportSlip::csv_sentence(Sentence& s) {
    const auto column = [&](const QString& name, const QString& what, int CsvReading::*member, bool may_miss) {
        QStringList fillings;
        if (may_miss)
            fillings << tr("nowhere");
        for (int i = 0; i < m_reading.columns; ++i)
            fillings << tr("column %1").arg(i + 1);
        s.choice(
            name, what, fillings, [this, member, may_miss] { return m_reading.*member + (may_miss ? 1 : 0); },
            [this, member, may_miss](int filling) {
                m_reading.*member = filling - (may_miss ? 1 : 0);
                read_again();
                return QString();
            });
    };
    s.reads(
        tr("It is a table. Its columns are parted by {csvSeparator}, its first line {csvHeading}, decimals are written "
           "with a {csvDecimals}. X stands in {csvX}, Y in {csvY}, the diameter {csvDiameter}, the name {csvName}."));
    s.choice(
        QStringLiteral("csvSeparator"), tr("what parts the columns"),
        {tr("commas"), tr("semicolons"), tr("tabs"), tr("upright strokes"), tr("blanks")},
        [this] {
            return static_cast<int>(std::find(separators.begin(), separators.end(), m_reading.separator) -
                                    separators.begin());
        },
        [this](int filling) {
            m_reading.separator = separators.at(static_cast<std::size_t>(filling));
            read_again();
            return QString();
        });
    s.choice(
        QStringLiteral("csvHeading"), tr("whether the first line names the columns"),
        {tr("is a hole already"), tr("names the columns")}, [this] { return m_reading.heading ? 1 : 0; },
        [this](int filling) {
            m_reading.heading = filling == 1;
            read_again();
            return QString();
        });
    s.choice(
        QStringLiteral("csvDecimals"), tr("how decimals are written"), {tr("point"), tr("comma")},
        [this] { return m_reading.decimal_comma ? 1 : 0; },
        [this](int filling) {
            m_reading.decimal_comma = filling == 1;
            read_again();
            return QString();
        });
    column(QStringLiteral("csvX"), tr("column of X"), &CsvReading::x, false);
    column(QStringLiteral("csvY"), tr("column of Y"), &CsvReading::y, false);
    column(QStringLiteral("csvDiameter"), tr("column of the diameter"), &CsvReading::diameter, true);
    column(QStringLiteral("csvName"), tr("column of the name"), &CsvReading::name, true);
}

void ImportSlip::unit_choice(Sentence& s) {
    s.reads(m_found.unit_said ? tr("Figures are in {importUnit}.")
                              : tr("Figures are in {importUnit}, which the file does not say."));
    const Fillings<Unit> units = unit_fillings();
    s.choice(
        QStringLiteral("importUnit"), tr("unit of the figures"), units.words(),
        [this, units] { return units.place_of(m_found.unit); },
        [this, units](int filling) {
            m_unit = m_reading.unit = units.at(filling);
            m_reading.unit_said = true;
            read_again();
            return QString();
        });
}

void ImportSlip::plain_size(Sentence& s) {
    s.reads(tr("Where it gives no size, the hole is {importPlain}."));
    s.blank(
        QStringLiteral("importPlain"), tr("diameter of holes whose size the file does not say"),
        [this] { return shown_length(document().settled(), m_plain); },
        [this](const QString& text, bool) -> Tried {
            const Result<ReadLength> read = read_length(text.toStdString(), document().settled().unit);
            if (!read)
                return {q(read.error().sentence), {}};
            if (!(read->value > Length{}))
                return {tr("A hole has a diameter above nought."), {}};
            m_plain = read->value;
            show_ghost();
            return {{}, q(both_units(read->value))};
        });
}

void ImportSlip::choices(QVBoxLayout* box, const QString& heading_text, const QString& unnamed, const QString& prefix,
                         const std::vector<std::pair<std::string, int>>& counted_names,
                         std::set<std::string>& refused) {
    auto* label = plain_label(heading_text);
    box->addWidget(label);
    constexpr std::size_t most_choices = 40; // more than that is no choice; they are all taken
    if (counted_names.size() > most_choices)
        box->addWidget(quiet_label(tr("%1 of them; the first %2 can be left out here, the others come along.")
                                       .arg(counted_names.size())
                                       .arg(most_choices)));
    for (std::size_t i = 0; i < std::min(counted_names.size(), most_choices); ++i) {
        const auto& [name, count] = counted_names[i];
        auto* choice = new QCheckBox(button_text(tr("%1: %2").arg(
            name.empty() ? unnamed : q(name), q(say("{count} {count:hole|holes}", {{"count", count}})))));
        choice->setObjectName(prefix + QString::number(i));
        choice->setAccessibleName(tr("take %1").arg(choice->text()));
        choice->setChecked(!refused.contains(name));
        connect(choice, &QCheckBox::toggled, this, [this, &refused, name = name](bool taken) {
            if (taken)
                refused.erase(name);
            else
                refused.insert(name);
            show_ghost();
        });
        box->addWidget(choice);
    }
}

void ImportSlip::take() {
    const Job next = with_found(document().settled(), chosen(), m_plain);
    const std::size_t before = document().settled().patterns.size();
    if (const Result<void> kept = document().edit(tr("holes from %1").arg(m_file), next); !kept) {
        m_found.left_out.insert(m_found.left_out.begin(), kept.error().sentence);
        return build();
    }
    if (document().settled().patterns.size() > before)
        selection().select(document().settled().patterns[before].name, {});
    emit ended();
}

void ImportSlip::leave() {
    document().drop_preview();
    emit ended();
}

void ImportSlip::hideEvent(QHideEvent* event) {
    m_reading_file.drop();
    document().drop_preview();
    Slip::hideEvent(event);
}

} // namespace clockface::app
