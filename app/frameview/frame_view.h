// The frame view: the frame in three dimensions, members coloured by what the stop is about; picking, hovering, labels.
#pragma once

#include "app/compare/compare_banner.h"
#include "app/frameview/camera.h"
#include "app/frameview/frame_mesh.h"
#include "app/line/line_view.h"
#include "app/shell/document.h"

#include <QElapsedTimer>
#include <QJsonObject>
#include <QOpenGLBuffer>
#include <QOpenGLFunctions_3_3_Core>
#include <QOpenGLShaderProgram>
#include <QOpenGLVertexArrayObject>
#include <QOpenGLWidget>
#include <memory>
#include <optional>
#include <set>

namespace wr {

class BriefDesk;
class SizingDesk;
class ChainLegend;
class Document;
class Legend;
class ResultLayer;
class ShapeDesk;

class FrameView : public QOpenGLWidget, protected QOpenGLFunctions_3_3_Core
{
    Q_OBJECT
public:
    FrameView(Document& doc, QWidget* parent = nullptr);
    ~FrameView() override;

    void watch(const SizingDesk* sizing); // the proposal, drawn at the stop Size
    void watch(const BriefDesk* desk);    // the brief at hand, drawn at the stop Briefs
    void watch(ShapeDesk* shape);         // the frame as it would be, and drawing, at the stop Frame
    // A place that the cursor takes hold of: a node, a crossing of the grid, the middle or another place of an element, else a
    // place on the level of the last one.
    struct Snap
    {
        Vec3 at;
        QString what; // "node 12"; empty: nothing stands there
    };
    std::optional<Snap> snapAt(QPointF p) const;
    std::optional<int> nodeAt(QPointF p) const;
    std::optional<int> elementAt(QPointF p) const;
    std::optional<QPointF> onScreen(Vec3 at) const; // for tests
    void setStop(Stop s);
    void setBanner(CompareBanner* banner) { banner_ = banner; } // as wide as the view
    void setCompared(Compared c);                               // what is shown while a siding is compared
    void setTried(const std::vector<int>& nodes);               // ringed at the stop Members
    void setSolid(bool on);
    bool solid() const { return solid_; }
    void setParallel(bool on);
    bool parallel() const { return camera_.parallel(); }
    // Camera, lines or solid, what is hidden: to be looked at again in the same way.
    QJsonObject lookState() const;
    void takeLook(const QJsonObject& look);
    void fitFrame();
    void look(double yaw, double pitch);
    void zoom(double factor, double x, double y); // towards a point given as a share of width and height
    void onlyThese();                             // hides all but the pick
    void showAll();
    int hiddenCount() const;
    bool hides(size_t member) const { return only_ && !only_->contains(member); }

    std::optional<size_t> memberAt(QPointF p) const;
    std::optional<QPointF> middleOf(size_t member) const; // on screen, for tests and leaders
    QString hoverLine() const; // "LEG-NE1 · HSS6X6X5/16 · Legs, lower · 0.63 · interaction · U4E+"
    Legend& legend() { return *legend_; }
    ChainLegend& chainLegend() { return *chainLegend_; }             // at the stop Members
    std::optional<QPointF> holdMark(size_t member, double at) const; // of a hold on screen, for tests
    // Letters of briefs on screen, where there is room.
    struct BriefLetter
    {
        size_t member = 0;
        QRectF box;
        bool atHand = false; // of the brief on the sheet
    };
    std::vector<BriefLetter> briefLetters() const;
    // One of each group that changes: "HEB300 → HEB320".
    struct SizeLabel
    {
        size_t member = 0;
        QRectF box;
        QPointF at;
        QString text;
        bool grows = false;
    };
    std::vector<SizeLabel> sizeLabels() const;
    ResultLayer& results() { return *results_; } // drawn at the stop Frame
    double lastFrameMilliseconds() const { return lastFrame_; }

Q_SIGNALS:
    void solidChanged(bool on);
    void said(const QString& words); // of what was clicked

protected:
    void initializeGL() override;
    void paintGL() override;
    void resizeEvent(QResizeEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void mouseMoveEvent(QMouseEvent*) override;
    void mouseReleaseEvent(QMouseEvent*) override;
    void wheelEvent(QWheelEvent*) override;
    void keyPressEvent(QKeyEvent*) override;
    void keyReleaseEvent(QKeyEvent*) override;
    void leaveEvent(QEvent*) override;

private:
    void rebuildMesh();
    std::pair<Vec3, Vec3> bounds() const;
    void restyle(); // colours of members changed
    void uploadStyles();
    void drawScene();
    void drawGround(QPainter& p) const;
    void drawMarks(QPainter& p) const;
    void drawSupports(QPainter& p, const Camera::Projection& project) const;
    void drawReleases(QPainter& p) const;
    void drawChains(QPainter& p) const;
    void drawHolds(QPainter& p) const;
    void drawBriefs(QPainter& p) const;
    void drawChanges(QPainter& p) const;
    void drawSizes(QPainter& p) const;
    bool drawsSizes() const; // something changes by the proposal
    QRectF sizeLegend() const;
    const Document::Beside* comparedAt() const; // null: nothing is compared at this stop
    void drawGirders(QPainter& p) const;
    bool shapes() const; // the frame is changed here: nodes can be picked
    void drawShape(QPainter& p) const;
    void drawLoose(QPainter& p) const;
    void drawCaseLoads(QPainter& p, const Camera::Projection& project) const;
    QString shapeWords() const;
    bool shapePress(QMouseEvent* e); // true: the event is used up
    bool shapeMove(QMouseEvent* e);
    bool shapeRelease(QMouseEvent* e);
    Vec3 dragBy(QPointF p, Qt::KeyboardModifiers with) const;
    std::pair<Vec3, Vec3> sight(QPointF p) const;
    Vec3 onPlane(QPointF p, Vec3 through) const;
    // A mark at the stop Restraint: the place of a member where something holds or is doubtful.
    struct HoldMark
    {
        size_t member = 0, point = 0;
    };
    std::optional<HoldMark> markAt(QPointF p) const;
    bool marks(size_t member) const; // are the holds of that member drawn
    bool pickMark(QPointF p);
    QString markWords(const HoldMark& m) const;
    bool drawsResults() const;
    void showLegends();
    const std::vector<std::array<bool, 2>>& lineBreaks() const; // by member and end: the line goes on there
    void drawLabels(QPainter& p) const;
    void drawHover(QPainter& p) const;
    void drawTriad(QPainter& p) const;
    void drawEmpty(QPainter& p) const;
    void pickBox(const QRectF& box, bool inside, bool add);
    QSizeF viewSize() const { return QSizeF(width(), height()); }

    Document& doc_;
    Legend* legend_;
    ChainLegend* chainLegend_;
    ResultLayer* results_;
    const BriefDesk* desk_ = nullptr;
    const SizingDesk* sizing_ = nullptr;
    ShapeDesk* shape_ = nullptr;
    std::optional<Vec3> dragFrom_; // the picked node that is taken hold of
    bool dragging_ = false;
    Camera camera_;
    FrameMesh mesh_;
    // What the mesh was made of; tables that are still shared have not changed.
    struct Source
    {
        Rows<Node> nodes;
        Rows<Element> elements;
        Rows<FrameSection> sections;
        std::vector<int> memberOf; // by element
    };
    Source drawn_;
    std::vector<int> tried_;
    Compared compared_ = Compared::Change;
    CompareBanner* banner_ = nullptr;
    mutable std::shared_ptr<const CheckModel> breaksOf_;
    mutable std::vector<std::array<bool, 2>> breaks_;
    Stop stop_ = Stop::Check;
    bool solid_ = false;
    std::optional<std::set<size_t>> only_;
    std::set<std::string> onlyIds_; // the same by name: places change when members are declared
    std::optional<size_t> hovered_;
    QPointF cursor_, pressed_;
    bool boxing_ = false, moving_ = false, taken_ = false; // taken_: the press belongs to a node or a line
    bool fitted_ = false; // the whole frame is in view and stays so when the view changes its size
    double lastFrame_ = 0;

    bool meshStale_ = true, stylesStale_ = true, ready_ = false;
    std::unique_ptr<QOpenGLShaderProgram> lineProgram_, solidProgram_;
    QOpenGLBuffer lineBuffer_{QOpenGLBuffer::VertexBuffer}, solidBuffer_{QOpenGLBuffer::VertexBuffer};
    QOpenGLVertexArrayObject lineArray_, solidArray_;
    unsigned styleTexture_ = 0;
};

} // namespace wr
