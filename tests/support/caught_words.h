// Every text a widget paints, whoever paints it: labels, lists, boards and plots alike.
#pragma once

#include <QPaintDevice>
#include <QPaintEngine>
#include <QStringList>
#include <QWidget>

namespace clockface::testing {

class WordCatcher : public QPaintDevice {
public:
    explicit WordCatcher(QSize size)
        : m_size(size) {}
    [[nodiscard]] QPaintEngine* paintEngine() const override { return &m_engine; }
    [[nodiscard]] const QStringList& words() const { return m_engine.words; }

protected:
    [[nodiscard]] int metric(PaintDeviceMetric metric) const override {
        switch (metric) {
        case PdmWidth:
            return m_size.width();
        case PdmHeight:
            return m_size.height();
        case PdmNumColors:
            return 1 << 24;
        case PdmDepth:
            return 32;
        case PdmDpiX:
        case PdmDpiY:
        case PdmPhysicalDpiX:
        case PdmPhysicalDpiY:
            return 96;
        case PdmDevicePixelRatio:
            return 1;
        case PdmDevicePixelRatioScaled:
            return static_cast<int>(devicePixelRatioFScale());
        case PdmWidthMM:
            return m_size.width() / 4;
        case PdmHeightMM:
            return m_size.height() / 4;
        default:
            return QPaintDevice::metric(metric);
        }
    }

private:
    struct Engine : QPaintEngine {
        Engine()
            : QPaintEngine(AllFeatures) {}
        bool begin(QPaintDevice*) override { return true; }
        bool end() override { return true; }
        void updateState(const QPaintEngineState&) override {}
        void drawPixmap(const QRectF&, const QPixmap&, const QRectF&) override {}
        void drawPath(const QPainterPath&) override {}
        void drawPolygon(const QPointF*, int, PolygonDrawMode) override {}
        void drawTextItem(const QPointF&, const QTextItem& item) override { words << item.text(); }
        [[nodiscard]] Type type() const override { return User; }
        QStringList words;
    };
    QSize m_size;
    mutable Engine m_engine;
};

/// All that `widget` and what is in it paint now.
inline QStringList painted_words(QWidget& widget) {
    WordCatcher catcher(widget.size());
    widget.render(&catcher);
    return catcher.words();
}

} // namespace clockface::testing
