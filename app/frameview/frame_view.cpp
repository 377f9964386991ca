#include "app/frameview/frame_view.h"

#include "app/briefs/brief_desk.h"
#include "app/frameview/legend.h"
#include "app/frameview/result_layer.h"
#include "app/members/chain_legend.h"
#include "app/shell/document.h"
#include "core/shaping/shape_tools.h"

#include <QPainter>
#include <QPainterPath>
#include <algorithm>
#include <cmath>
#include <map>

namespace wr {

namespace {

constexpr const char* kStyleLookup = R"(
uniform sampler2D styles;
vec4 style(float member, int which) {
    int i = int(member + 0.5);
    return texelFetch(styles, ivec2(i % 1024, 2 * (i / 1024) + which), 0);
}
)";

constexpr const char* kLineVertex = R"(
in vec3 a; in vec3 b; in float end; in float side; in float member;
uniform mat4 m; uniform vec2 view; uniform float widen;
out vec4 colour; out float along; out float flags;
void main() {
    vec4 s = style(member, 1);
    colour = style(member, 0);
    vec4 ca = m * vec4(a, 1.0), cb = m * vec4(b, 1.0);
    vec2 pa = ca.xy / ca.w * view * 0.5, pb = cb.xy / cb.w * view * 0.5;
    vec2 d = pb - pa; float l = max(length(d), 1e-4); d /= l;
    float width = s.x * 255.0 * 0.1 + widen;
    vec4 c = mix(ca, cb, end);
    vec2 off = vec2(-d.y, d.x) * side * width * 0.5 + d * (end * 2.0 - 1.0) * widen * 0.3;
    c.xy += off / (view * 0.5) * c.w;
    c.z += widen > 0.0 ? 0.0012 * c.w : 0.0;
    // What is marked stands wholly before the rest, in its own order of depth: lines that pass in front would cut it to dashes.
    c.z = (c.z + (s.z > 0.5 ? -c.w : c.w)) * 0.5;
    gl_Position = s.w < 0.5 ? vec4(2.0, 2.0, 2.0, 1.0) : c;
    along = end * l;
    flags = s.y;
    if (widen > 0.0 && s.z < 0.5) gl_Position = vec4(2.0, 2.0, 2.0, 1.0);
}
)";

constexpr const char* kLineFragment = R"(
in vec4 colour; in float along; in float flags;
uniform float widen; uniform vec4 casing;
out vec4 result;
void main() {
    if (widen == 0.0 && flags > 0.5 && mod(along, 7.0) > 3.5) discard;
    result = widen > 0.0 ? vec4(casing.rgb, colour.a) : colour;
}
)";

constexpr const char* kSolidVertex = R"(
in vec3 at; in vec3 normal; in float member;
uniform mat4 m; uniform vec3 eye;
out vec4 colour;
void main() {
    vec4 s = style(member, 1);
    vec4 c = style(member, 0);
    vec3 n = normalize(normal);
    float face = abs(dot(n, eye));
    float light = 0.66 + 0.22 * face + 0.12 * (n.z * 0.5 + 0.5);
    colour = vec4(c.rgb * light, c.a);
    gl_Position = s.w < 0.5 ? vec4(2.0, 2.0, 2.0, 1.0) : m * vec4(at, 1.0);
}
)";

constexpr const char* kSolidFragment = R"(
in vec4 colour; out vec4 result;
void main() { result = colour; }
)";

double distanceToSegment(QPointF p, QPointF a, QPointF b)
{
    const QPointF d = b - a, v = p - a;
    const double l2 = QPointF::dotProduct(d, d);
    const double k = l2 > 0 ? std::clamp(QPointF::dotProduct(v, d) / l2, 0.0, 1.0) : 0.0;
    const QPointF r = v - k * d;
    return std::sqrt(QPointF::dotProduct(r, r));
}

} // namespace

FrameView::FrameView(Document& doc, QWidget* parent)
    : QOpenGLWidget(parent), doc_(doc), legend_(new Legend(doc, this)), chainLegend_(new ChainLegend(doc, this)),
      results_(new ResultLayer(doc, this))
{
    setMouseTracking(true);
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName("Frame view");
    setMinimumSize(320, 200);
    legend_->hide();
    chainLegend_->hide();
    connect(&doc_, &Document::opened, this, [this] {
        only_.reset();
        hovered_.reset();
        camera_.upIsY = doc_.frame().up == Up::Y;
        rebuildMesh();
        fitFrame();
        setStop(stop_);
    });
    connect(&doc_, &Document::sizesChanged, this, [this] { rebuildMesh(); });
    connect(&doc_, &Document::modelChanged, this, [this] { rebuildMesh(); });
    connect(&doc_, &Document::resultsChanged, this, &FrameView::restyle);
    connect(&doc_, &Document::figuresChanged, this, qOverload<>(&QWidget::update));
    connect(&doc_, &Document::pickChanged, this, &FrameView::restyle);
    connect(&doc_, &Document::comparisonChanged, this, &FrameView::restyle);
    connect(results_, &ResultLayer::changed, this, [this] {
        showLegends();
        restyle();
    });
    connect(results_, &ResultLayer::tick, this, qOverload<>(&QWidget::update));
}

FrameView::~FrameView()
{
    if (!ready_) return;
    makeCurrent();
    glDeleteTextures(1, &styleTexture_);
    lineBuffer_.destroy();
    solidBuffer_.destroy();
    lineArray_.destroy();
    solidArray_.destroy();
    lineProgram_.reset();
    solidProgram_.reset();
    doneCurrent();
}

void FrameView::rebuildMesh()
{
    const Frame& f = doc_.frame();
    Source now{f.nodes, f.elements, f.sections, std::vector<int>(f.elements.size(), -1)};
    const auto& members = doc_.model().members();
    for (size_t i = 0; i < members.size(); ++i)
        for (const MemberPiece& p : members[i].pieces)
            now.memberOf[static_cast<size_t>(p.element)] = static_cast<int>(i);
    // An edit of lengths, groups or holds moves no vertex.
    if (!now.nodes.shares(drawn_.nodes) || !now.elements.shares(drawn_.elements) || !now.sections.shares(drawn_.sections) ||
        now.memberOf != drawn_.memberOf) {
        mesh_ = buildMesh(doc_.model());
        meshStale_ = true;
        drawn_ = std::move(now);
    }
    if (only_) {
        only_->clear();
        for (size_t i = 0; i < doc_.model().members().size(); ++i)
            if (onlyIds_.contains(doc_.model().members()[i].id)) only_->insert(i);
    }
    if (hovered_ && *hovered_ >= doc_.model().members().size()) hovered_.reset();
    restyle();
}

void FrameView::restyle()
{
    stylesStale_ = true;
    update();
}

void FrameView::setStop(Stop s)
{
    stop_ = s;
    if (s != Stop::Restraint) results_->takeBack();
    showLegends();
    restyle();
}

void FrameView::setSolid(bool on)
{
    if (solid_ == on) return;
    solid_ = on;
    update();
    Q_EMIT solidChanged(on);
}

void FrameView::setParallel(bool on)
{
    camera_.setParallel(on);
    update();
}

// Of the frame and its grid; of nothing at all, ten metres to draw in.
std::pair<Vec3, Vec3> FrameView::bounds() const
{
    Vec3 low = mesh_.low, high = mesh_.high;
    for (const Vec3 at : crossings(doc_.frame()))
        for (int k = 0; k < 3; ++k) {
            low[k] = std::min(low[k], at[k]);
            high[k] = std::max(high[k], at[k]);
        }
    if (low.x > high.x) return {{-5, -5, 0}, {5, 5, 4}};
    return {low, high};
}

void FrameView::fitFrame()
{
    if (doc_.hasFrame()) {
        const auto [low, high] = bounds();
        camera_.fit(low, high, viewSize());
    }
    fitted_ = true;
    update();
}

void FrameView::look(double yaw, double pitch)
{
    camera_.look(yaw, pitch);
    update();
}

void FrameView::zoom(double factor, double x, double y)
{
    camera_.zoom(factor, QPointF(x * width(), y * height()), viewSize());
    fitted_ = false;
    update();
}

void FrameView::onlyThese()
{
    if (doc_.pick().empty()) return;
    only_ = doc_.pick();
    onlyIds_.clear();
    for (const size_t i : *only_)
        onlyIds_.insert(doc_.model().members()[i].id);
    restyle();
}

void FrameView::showAll()
{
    only_.reset();
    restyle();
}

int FrameView::hiddenCount() const
{
    return only_ && doc_.hasFrame() ? static_cast<int>(doc_.model().members().size() - only_->size()) : 0;
}

void FrameView::initializeGL()
{
    initializeOpenGLFunctions();
    const auto program = [](const char* vertex, const char* fragment) {
        auto p = std::make_unique<QOpenGLShaderProgram>();
        const QByteArray head = "#version 330 core\n";
        p->addShaderFromSourceCode(QOpenGLShader::Vertex, head + kStyleLookup + vertex);
        p->addShaderFromSourceCode(QOpenGLShader::Fragment, head + fragment);
        p->link();
        return p;
    };
    lineProgram_ = program(kLineVertex, kLineFragment);
    solidProgram_ = program(kSolidVertex, kSolidFragment);
    for (auto* b : {&lineBuffer_, &solidBuffer_})
        b->create();
    for (auto* a : {&lineArray_, &solidArray_})
        a->create();
    const auto attribute = [&](QOpenGLShaderProgram& p, const char* name, int offset, int size, int stride) {
        const int at = p.attributeLocation(name);
        if (at < 0) return;
        p.enableAttributeArray(at);
        p.setAttributeBuffer(at, GL_FLOAT, offset, size, stride);
    };
    lineArray_.bind();
    lineBuffer_.bind();
    lineProgram_->bind();
    constexpr int ls = sizeof(LineVertex), ss = sizeof(SolidVertex), f = sizeof(float);
    attribute(*lineProgram_, "a", 0, 3, ls);
    attribute(*lineProgram_, "b", 3 * f, 3, ls);
    attribute(*lineProgram_, "end", 6 * f, 1, ls);
    attribute(*lineProgram_, "side", 7 * f, 1, ls);
    attribute(*lineProgram_, "member", 8 * f, 1, ls);
    lineArray_.release();
    solidArray_.bind();
    solidBuffer_.bind();
    solidProgram_->bind();
    attribute(*solidProgram_, "at", 0, 3, ss);
    attribute(*solidProgram_, "normal", 3 * f, 3, ss);
    attribute(*solidProgram_, "member", 6 * f, 1, ss);
    solidArray_.release();
    solidProgram_->release();
    glGenTextures(1, &styleTexture_);
    ready_ = true;
    meshStale_ = stylesStale_ = true;
}

void FrameView::drawScene()
{
    const Theme& t = theme();
    if (meshStale_) {
        lineBuffer_.bind();
        lineBuffer_.allocate(mesh_.lines.data(), static_cast<int>(mesh_.lines.size() * sizeof(LineVertex)));
        lineBuffer_.release();
        solidBuffer_.bind();
        solidBuffer_.allocate(mesh_.solids.data(), static_cast<int>(mesh_.solids.size() * sizeof(SolidVertex)));
        solidBuffer_.release();
        meshStale_ = false;
    }
    if (stylesStale_) uploadStyles();
    glEnable(GL_DEPTH_TEST);
    glClear(GL_DEPTH_BUFFER_BIT);
    glDisable(GL_CULL_FACE);
    glDisable(GL_BLEND);
    glActiveTexture(GL_TEXTURE0);
    glBindTexture(GL_TEXTURE_2D, styleTexture_);
    const QMatrix4x4 m = camera_.matrix(viewSize());
    if (solid_) {
        solidProgram_->bind();
        solidProgram_->setUniformValue("m", m);
        const Vec3 e = camera_.eyeDirection();
        solidProgram_->setUniformValue("eye",
                                       QVector3D(static_cast<float>(e.x), static_cast<float>(e.y), static_cast<float>(e.z)));
        solidProgram_->setUniformValue("styles", 0);
        solidArray_.bind();
        glDrawArrays(GL_TRIANGLES, 0, static_cast<int>(mesh_.solids.size()));
        solidArray_.release();
        solidProgram_->release();
    } else {
        lineProgram_->bind();
        lineProgram_->setUniformValue("m", m);
        lineProgram_->setUniformValue("view", QVector2D(static_cast<float>(width()), static_cast<float>(height())));
        lineProgram_->setUniformValue("styles", 0);
        lineProgram_->setUniformValue("casing", QVector4D(t.casing.redF(), t.casing.greenF(), t.casing.blueF(), 1));
        lineArray_.bind();
        for (const float widen : {2.4f, 0.0f}) {
            lineProgram_->setUniformValue("widen", widen);
            glDrawArrays(GL_TRIANGLES, 0, static_cast<int>(mesh_.lines.size()));
        }
        lineArray_.release();
        lineProgram_->release();
    }
    glDisable(GL_DEPTH_TEST);
}

void FrameView::paintGL()
{
    QElapsedTimer timer;
    timer.start();
    const Theme& t = theme();
    glClearColor(t.view.redF(), t.view.greenF(), t.view.blueF(), 1);
    glClear(GL_COLOR_BUFFER_BIT | GL_DEPTH_BUFFER_BIT);
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    if (!doc_.hasFrame()) {
        drawEmpty(p);
        return;
    }
    drawGround(p);
    p.beginNativePainting();
    drawScene();
    p.endNativePainting();
    p.setRenderHint(QPainter::Antialiasing);
    if (drawsResults()) results_->draw(p, camera_.projection(viewSize()), QRectF(rect()));
    drawMarks(p);
    drawLabels(p);
    drawTriad(p);
    drawHover(p);
    if (boxing_) {
        const bool inside = cursor_.x() >= pressed_.x();
        QColor fill = t.violet;
        fill.setAlpha(22);
        p.setBrush(fill);
        p.setPen(QPen(t.violet, 1, inside ? Qt::SolidLine : Qt::DashLine));
        p.drawRect(QRectF(pressed_, cursor_).normalized());
    }
    p.end();
    lastFrame_ = static_cast<double>(timer.nsecsElapsed()) / 1e6;
}

std::optional<QPointF> FrameView::middleOf(size_t member) const
{
    const Member& m = doc_.model().members()[member];
    const Frame& f = doc_.frame();
    const Vec3 mid = 0.5 * (f.nodes[m.startNode].at + f.nodes[m.endNode].at);
    const auto s = camera_.project(mid, viewSize());
    if (!s) return std::nullopt;
    return s->at;
}

std::optional<size_t> FrameView::memberAt(QPointF point) const
{
    if (!doc_.hasFrame()) return std::nullopt;
    const Frame& f = doc_.frame();
    constexpr double reach = 7;
    std::optional<size_t> best;
    double bestDistance = reach, bestDepth = 1e9;
    std::vector<std::optional<Camera::Seen>> seen(f.nodes.size());
    const Camera::Projection project = camera_.projection(viewSize());
    for (size_t n = 0; n < f.nodes.size(); ++n)
        seen[n] = project(f.nodes[n].at);
    for (size_t i = 0; i < doc_.model().members().size(); ++i) {
        if (hides(i)) continue;
        for (const MemberPiece& piece : doc_.model().members()[i].pieces) {
            const Element& e = f.elements[piece.element];
            const auto &a = seen[e.i], &b = seen[e.j];
            if (!a || !b) continue;
            const double d = distanceToSegment(point, a->at, b->at), depth = std::min(a->depth, b->depth);
            // Clearly nearer to the cursor wins; otherwise the one in front.
            if (d < bestDistance - 2 || (d < reach && d <= bestDistance + 2 && depth < bestDepth)) {
                best = i;
                bestDistance = std::min(d, bestDistance);
                bestDepth = depth;
            }
        }
    }
    return best;
}

void FrameView::pickBox(const QRectF& box, bool inside, bool add)
{
    std::set<size_t> pick = add ? doc_.pick() : std::set<size_t>{};
    const Frame& f = doc_.frame();
    const Camera::Projection project = camera_.projection(viewSize());
    for (size_t i = 0; i < doc_.model().members().size(); ++i) {
        if (hides(i)) continue;
        bool all = true, any = false;
        for (const MemberPiece& piece : doc_.model().members()[i].pieces) {
            const Element& e = f.elements[piece.element];
            const auto a = project(f.nodes[e.i].at), b = project(f.nodes[e.j].at);
            if (!a || !b) {
                all = false;
                continue;
            }
            all = all && box.contains(a->at) && box.contains(b->at);
            QPainterPath path(a->at);
            path.lineTo(b->at);
            path.lineTo(b->at + QPointF(0.01, 0.01));
            any = any || box.contains(a->at) || box.contains(b->at) || path.intersects(box);
        }
        if (inside ? all : any) pick.insert(i);
    }
    doc_.setPick(std::move(pick));
}

void FrameView::resizeEvent(QResizeEvent* e)
{
    QOpenGLWidget::resizeEvent(e);
    if (fitted_) fitFrame();
    if (banner_) banner_->resize(width(), banner_->sizeHint().height());
    for (QWidget* l : std::initializer_list<QWidget*>{legend_, chainLegend_})
        l->move(12, height() - l->height() - 12);
}

} // namespace wr
