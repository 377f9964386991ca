// What the analysis says, drawn over the frame: deflected shape, force diagrams, loads, reactions, mode shapes.
#pragma once

#include "app/frameview/camera.h"
#include "core/analysis/deflected.h"
#include "core/analysis/modes.h"

#include <QElapsedTimer>
#include <QObject>
#include <QPainter>
#include <QTimer>
#include <optional>
#include <vector>

namespace wr {

class Document;

enum class Shown { Nothing, Deflected, Loads, Reactions, N, Vy, Vz, T, My, Mz, Mode };

inline bool isDiagram(Shown s)
{
    return s >= Shown::N && s <= Shown::Mz;
}

inline int componentOf(Shown s) // of Forces, 0 for N
{
    return static_cast<int>(s) - static_cast<int>(Shown::N);
}

class ResultLayer : public QObject
{
    Q_OBJECT
public:
    explicit ResultLayer(Document& doc, QObject* parent = nullptr);

    const std::vector<ShownLoad>& loads() const { return loads_; }
    int load() const { return load_; }
    Shown shown() const { return shown_; }
    double scale() const { return scale_; }
    bool animated() const { return timer_.isActive(); }
    void setLoad(int index);
    void setShown(Shown s);
    void setScale(double factor); // on what fits by itself
    void animate(bool on);
    // Mode shapes of the present load (buckling) or of the frame (vibration), found in the background.
    void findBuckling(int modes);
    void findVibration(int modes);
    // A shape found elsewhere (the buckling that a length is of), drawn until it is taken back or something else is shown.
    void lend(const ModeShape& shape, const QString& words);
    void takeBack();
    bool lent() const { return lent_ && shown_ == Shown::Mode; }
    int modes() const { return static_cast<int>(modes_.size()); }
    int mode() const { return mode_; }
    void setMode(int index);
    QString modeWords(int index) const; // "1 · factor 5.06"
    const BucklingResult& buckling() const { return buckling_; }
    const VibrationResult& vibration() const { return vibration_; }

    void draw(QPainter& p, const Camera::Projection& project, QRectF room) const;
    QString caption() const; // what is drawn, its largest value, where and to what scale
    // Movement drawn at a station of an element, m; for tests.
    Vec3 drawnMovement(size_t element, size_t station) const;

Q_SIGNALS:
    void changed();      // something else is drawn
    void loadsChanged(); // the list of loads is another
    void modesFound();
    void tick(); // a step of the animation

private:
    struct Curve // one element
    {
        std::vector<Vec3> base, move; // move: displacement, or the diagram's offset at full scale
        std::vector<double> value;
        size_t element;
    };
    void refresh();
    void rebuild();
    void buildMovements(bool mode);
    void buildDiagram(int component);
    bool fits(const Frame& f) const;
    void takeModes(std::vector<ModeShape> shapes, std::vector<QString> words);
    double phase() const;
    void drawCurves(QPainter& p, const Camera::Projection& project, QRectF room) const;
    void drawLoads(QPainter& p, const Camera::Projection& project) const;
    void drawReactions(QPainter& p, const Camera::Projection& project, QRectF room) const;
    double frameSize() const;

    Document& doc_;
    std::vector<ShownLoad> loads_;
    int load_ = 0, mode_ = 0;
    bool lent_ = false;
    Shown shown_ = Shown::Nothing;
    double scale_ = 1, fit_ = 0; // fit_: drawn metres per metre, per newton or per newton metre
    std::vector<Curve> curves_;
    std::vector<ModeShape> modes_;
    std::vector<QString> modeWords_;
    BucklingResult buckling_;
    VibrationResult vibration_;
    QTimer timer_;
    QElapsedTimer clock_;
};

} // namespace wr
