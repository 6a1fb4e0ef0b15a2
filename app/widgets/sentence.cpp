#include "widgets/sentence.h"

#include "look/plain_text.h"
#include "widgets/flow_layout.h"
#include "widgets/wrapping.h"

#include <QEvent>
#include <QLabel>
#include <QPaintEvent>
#include <QPainter>
#include <QPushButton>
#include <QRegularExpression>
#include <QStyle>
#include <algorithm>
#include <utility>

namespace clockface::app {

namespace {

constexpr int between_words = 5, above_verdict = 4;
constexpr int usual_width = 360, least_width = 120;

} // namespace

Sentence::Sentence(QWidget* parent)
    : QWidget(parent) {
    QSizePolicy policy(QSizePolicy::Preferred, QSizePolicy::Minimum);
    policy.setHeightForWidth(true);
    setSizePolicy(policy);
}

void Sentence::reads(const QString& text, const QHash<QString, QString>& said) {
    if (m_heard) {
        QStringList places = said.keys();
        places.sort();
        *m_heard << text;
        for (const QString& place : std::as_const(places))
            *m_heard << place << said.value(place);
        return;
    }
    static const QRegularExpression piece(QStringLiteral("\\{(\\w+)\\}|[^\\s{]+"));
    for (auto found = piece.globalMatch(text); found.hasNext();) {
        const QRegularExpressionMatch match = found.next();
        // What follows without a space never begins a line, nor does a clause's own comma or stop.
        const qsizetype at = match.capturedStart();
        const bool glued = at > 0 ? !text.at(at - 1).isSpace() : QStringLiteral(".,;:)").contains(text.at(0));
        const QString place = match.captured(1);
        if (!place.isEmpty() && !said.contains(place)) {
            m_parts.push_back({{}, place, nullptr, glued});
            continue;
        }
        const QString words = place.isEmpty() ? match.captured() : said.value(place);
        bool first = true;
        for (const QString& word : words.split(QLatin1Char(' '), Qt::SkipEmptyParts))
            m_parts.push_back({word, {}, nullptr, glued && std::exchange(first, false)});
    }
}

void Sentence::add(QWidget* blank) {
    // "sizeOf:drill", "thereX2": what tells one of several apart is not part of the name in a template.
    static const QRegularExpression which(QStringLiteral("\\d*(:.*)?$"));
    const QString name = blank->objectName().remove(which);
    const auto place = std::find_if(m_parts.begin(), m_parts.end(), [&](const Part& part) {
        return !part.blank && !part.place_of.isEmpty() && part.place_of == name;
    });
    if (place == m_parts.end()) {
        m_parts.push_back({{}, name, blank});
    } else {
        m_in_order = m_in_order && std::none_of(place, m_parts.end(), [](const Part& later) { return later.blank; });
        place->blank = blank;
    }
    if (isVisible())
        blank->show();
}

// A translation may put the blanks in another order than they were made in.
void Sentence::tab_as_read() {
    if (std::exchange(m_in_order, true))
        return;
    QWidget* before = nullptr;
    for (const Part& part : m_parts)
        if (part.blank) {
            if (before)
                setTabOrder(before, part.blank);
            before = part.blank;
        }
}

bool Sentence::shows(const Part& part) {
    return part.blank ? !part.blank->isHidden() : part.place_of.isEmpty();
}

void Sentence::blank(const QString& name, const QString& what, BlankEdit::Show show, BlankEdit::Try attempt) {
    if (m_heard) {
        *m_heard << name << what;
        return;
    }
    auto* edit = new BlankEdit(name, what, std::move(show), std::move(attempt), this);
    add(edit);
    connect(edit, &BlankEdit::verdict, this, &Sentence::show_verdict);
    connect(edit, &BlankEdit::given_up, this, &Sentence::given_up);
    m_refreshers.emplace_back([edit] { edit->refresh(); });
}

void Sentence::choice(const QString& name, const QString& what, const QStringList& fillings, std::function<int()> now,
                      std::function<QString(int)> choose) {
    if (m_heard) {
        *m_heard << name << what;
        for (const QString& filling : fillings)
            *m_heard << filling;
        return;
    }
    auto* blank = new ChoiceBlank(
        name, what, fillings, std::move(now),
        [this, choose = std::move(choose)](int filling) { show_verdict(choose(filling), {}); }, this);
    add(blank);
    m_refreshers.emplace_back([blank] { blank->refresh(); });
}

void Sentence::ends_with(const QString& name, const QString& words, std::function<void()> then) {
    if (m_heard) {
        *m_heard << name << words;
        return;
    }
    QPushButton* link = link_button(name, words);
    connect(link, &QPushButton::clicked, this, std::move(then));
    link->setParent(this);
    add(link);
}

void Sentence::refresh() {
    for (const auto& refresh : m_refreshers)
        refresh();
    if (const QString now = text(); now != accessibleName())
        setAccessibleName(now);
}

QString Sentence::text() const {
    QString out;
    for (const Part& part : m_parts) {
        if (!shows(part))
            continue;
        const auto* edit = qobject_cast<const QLineEdit*>(part.blank);
        const auto* choice = qobject_cast<const ChoiceBlank*>(part.blank);
        QString word = part.word;
        if (edit)
            word = edit->text();
        else if (choice)
            word = choice->text();
        if (!out.isEmpty() && !part.clings)
            out += QLatin1Char(' ');
        out += word;
    }
    return out;
}

// Words and blanks are measured once: asking a font how wide a word is takes longer than all the rest.
void Sentence::measure() const {
    ensurePolished();
    for (const Part& part : m_parts)
        if (!part.size.isValid())
            part.size = part.blank ? part.blank->sizeHint()
                                   : QSize(fontMetrics().horizontalAdvance(part.word), fontMetrics().height());
}

void Sentence::forget_sizes(bool of_words) {
    for (const Part& part : m_parts)
        if (part.blank || of_words)
            part.size = {};
}

int Sentence::arrange(std::vector<Part>& parts, int width) const {
    int x = 0, y = 0, line = 0;
    std::size_t begun = 0; // the first part of the line
    const auto end_line = [&](std::size_t end) {
        for (std::size_t i = begun; i < end; ++i) // words and blanks of one line share their middle
            parts[i].place.translate(0, (line - parts[i].place.height()) / 2);
        begun = end;
    };
    for (std::size_t i = 0; i < parts.size(); ++i) {
        Part& part = parts[i];
        part.place = {};
        if (!shows(part))
            continue;
        QSize size = part.size;
        if (size.width() > width) // it goes on below in itself, if it can
            size = {width,
                    part.blank && part.blank->hasHeightForWidth() ? part.blank->heightForWidth(width) : size.height()};
        const bool followed = i + 1 < parts.size() && parts[i + 1].clings;
        const int needed = size.width() + (followed ? parts[i + 1].size.width() + 1 : 0);
        if (part.clings && x > 0)
            x -= between_words - 1;
        if (x > 0 && x + needed > width && !part.clings) {
            end_line(i);
            x = 0;
            y += line + between_lines;
            line = 0;
        }
        part.place = QRect(QPoint(x, y), size);
        x += size.width() + between_words;
        line = std::max(line, size.height());
    }
    end_line(parts.size());
    return y + line;
}

int Sentence::heightForWidth(int width) const {
    measure();
    std::vector<Part> parts = m_parts;
    const int height = arrange(parts, std::max(width, least_width));
    return height + (m_below && !m_below->isHidden() ? above_verdict + m_below->heightForWidth(width) : 0);
}

QSize Sentence::sizeHint() const {
    return {280, heightForWidth(usual_width)};
}

QSize Sentence::minimumSizeHint() const {
    measure();
    int width = 0;
    for (const Part& part : m_parts)
        width = std::max(width, part.blank ? part.blank->minimumSizeHint().width() : part.size.width());
    return {width, 20};
}

void Sentence::lay_out() {
    measure();
    const std::vector<Part> before = m_parts;
    const int line = arrange(m_parts, std::max(width(), least_width));
    const bool moved = !std::equal(m_parts.begin(), m_parts.end(), before.begin(), before.end(),
                                   [](const Part& a, const Part& b) { return a.place == b.place; });
    for (const Part& part : m_parts)
        if (part.blank && shows(part))
            part.blank->setGeometry(part.place);
    int height = line;
    if (m_below && !m_below->isHidden()) {
        m_below->setGeometry(0, line + above_verdict, width(), m_below->heightForWidth(width()));
        height = m_below->geometry().bottom() + 1;
    }
    setMinimumHeight(height);
    if (moved)
        update();
}

bool Sentence::event(QEvent* event) {
    const bool done = QWidget::event(event);
    if (event->type() == QEvent::LayoutRequest) { // a blank has another size now
        forget_sizes(false);
        updateGeometry();
        lay_out();
    }
    return done;
}

void Sentence::changeEvent(QEvent* event) {
    QWidget::changeEvent(event);
    if (event->type() == QEvent::FontChange)
        forget_sizes(true);
    if ((event->type() == QEvent::FontChange || event->type() == QEvent::StyleChange) && isVisible())
        lay_out();
}

void Sentence::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    lay_out();
}

void Sentence::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    tab_as_read();
    forget_sizes(true); // they may have been measured before there was a style
    lay_out();
}

void Sentence::paintEvent(QPaintEvent* event) {
    QPainter painter(this);
    painter.setPen(palette().color(foregroundRole()));
    for (const Part& part : m_parts)
        if (!part.word.isEmpty() &&
            event->region().intersects(part.place)) // a blank that changes repaints what is under it
            painter.drawText(part.place, Qt::AlignVCenter | Qt::AlignLeft | Qt::TextDontClip, part.word);
}

void Sentence::show_verdict(const QString& fault, const QString& echo) {
    if (!m_below) {
        if (fault.isEmpty() && echo.isEmpty())
            return;
        m_below = plain_label({}, this);
        m_below->setObjectName(QStringLiteral("below"));
        m_below->setWordWrap(true);
    }
    const QString text = fault.isEmpty() ? echo : QStringLiteral("▲ ") + fault;
    if (text == m_below->text() && m_below->isHidden() == text.isEmpty())
        return;
    m_below->setText(text);
    m_below->setProperty("fault", !fault.isEmpty());
    m_below->setProperty("echo", fault.isEmpty());
    m_below->style()->unpolish(m_below);
    m_below->style()->polish(m_below);
    m_below->setVisible(!m_below->text().isEmpty());
    updateGeometry();
    lay_out();
}

} // namespace clockface::app
