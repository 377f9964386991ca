// How each member is drawn: its colour, width and dots, by what the stop is about.
#include "app/frameview/frame_view.h"

#include "app/briefs/brief_desk.h"
#include "app/compare/change_marks.h"
#include "app/frameview/result_layer.h"
#include "app/shell/document.h"
#include "app/size/sizing_desk.h"
#include "render/theme.h"

#include <QJsonArray>
#include <algorithm>
#include <cmath>
#include <map>

namespace wr {

namespace {
constexpr int kStyleWidth = 1024; // members per row of the style texture; two rows of texels each: colour, and width and flags
}

void FrameView::uploadStyles()
{
    const Theme& t = theme();
    const size_t n = doc_.model().members().size();
    const size_t rows = 2 * std::max<size_t>(1, (n + kStyleWidth - 1) / kStyleWidth);
    std::vector<unsigned char> texels(rows * kStyleWidth * 4, 0);
    const auto& pick = doc_.pick();
    const Document::Beside* beside = comparedAt();
    const bool byUse = (stop_ == Stop::Check || stop_ == Stop::Size || stop_ == Stop::Report) && doc_.checked();
    const bool bySize = drawsSizes();
    std::map<std::string_view, QColor> hues;
    if (stop_ == Stop::Briefs)
        for (size_t k = 0; k < doc_.frame().design.briefs.size(); ++k)
            hues.emplace(doc_.frame().design.briefs.list()[k].id, t.briefHue(k));
    for (size_t i = 0; i < n; ++i) {
        unsigned char* colour = &texels[((2 * (i / kStyleWidth)) * kStyleWidth + i % kStyleWidth) * 4];
        unsigned char* style = colour + static_cast<ptrdiff_t>(kStyleWidth) * 4;
        QColor c = t.ink2;
        double width = 2.6;
        if (drawsResults()) {
            c = t.ink3;
            width = 1.3; // what is drawn over it counts
        }
        bool dotted = false, over = false;
        const bool byBrief = stop_ == Stop::Briefs;
        if (byBrief) {
            const std::string& brief = doc_.model().members()[i].brief;
            const auto hue = hues.find(brief);
            c = hue == hues.end() ? t.ink3.lighter(125) : hue->second;
            width = hue == hues.end() ? 1.2 : desk_ && brief == desk_->currentId() ? 3.6 : 1.8;
        }
        if (stop_ == Stop::Members && i % 2) c = t.chain;
        if (bySize) {
            const int change = sizing_->changeOf(i);
            c = change > 0 ? t.heavier : change < 0 ? t.lighter : t.ink3.lighter(t.dark ? 80 : 125);
            width = change > 0 ? 4.6 : change < 0 ? 3.0 : 1.3;
        } else if (beside && compared_ == Compared::Change) {
            // What changed stands out, the rest is a drawing of where it is.
            const MemberChange::Kind k = beside->of(i).kind;
            const bool same = k == MemberChange::Kind::Same;
            const bool little = k == MemberChange::Kind::Other; // another ratio, and nothing crossed
            c = same ? t.ink3.lighter(t.dark ? 80 : 130) : little ? t.ink3 : changeInk(k);
            width = same                                                                        ? 1.2
                    : little                                                                    ? 1.8
                    : k == MemberChange::Kind::BecameOver || k == MemberChange::Kind::CameRight ? 4.4
                                                                                                : 2.6;
            over = k == MemberChange::Kind::BecameOver;
        } else if (byUse && beside && compared_ == Compared::Then && !beside->of(i).then) {
            c = t.unchecked;
            dotted = true;
        } else if (byUse) {
            const bool then = beside && compared_ == Compared::Then;
            const MemberResult& r = then ? beside->then->report->results[*beside->of(i).then] : doc_.report().results[i];
            if (doc_.model().members()[i].exclude || r.governing < 0) {
                c = t.unchecked;
                dotted = true;
            } else
                c = t.utilisation(r.utilisation);
            if (r.status == Status::Unchecked) dotted = true;
            over = r.status == Status::Over;
            width = over ? 5.2 : 3.0;
        }
        const bool picked = pick.contains(i);
        if (picked) width += 1.6;
        if (picked && !byUse && !bySize) c = t.violet;
        if (!pick.empty() && !picked && !byBrief) { // whom a brief is given to is seen among those that have it
            // The rest fades towards the ground but stays told apart.
            const double keep = 0.22;
            c = QColor::fromRgbF(static_cast<float>(t.view.redF() + keep * (c.redF() - t.view.redF())),
                                 static_cast<float>(t.view.greenF() + keep * (c.greenF() - t.view.greenF())),
                                 static_cast<float>(t.view.blueF() + keep * (c.blueF() - t.view.blueF())));
            over = false;
            width = std::min(width, 2.4);
        }
        colour[0] = static_cast<unsigned char>(c.red());
        colour[1] = static_cast<unsigned char>(c.green());
        colour[2] = static_cast<unsigned char>(c.blue());
        colour[3] = 255;
        style[0] = static_cast<unsigned char>(std::lround(width * 10));
        style[1] = dotted ? 255 : 0;
        style[2] = over || picked ? 255 : 0;
        style[3] = hides(i) ? 0 : 255;
    }
    glBindTexture(GL_TEXTURE_2D, styleTexture_);
    glPixelStorei(GL_UNPACK_ALIGNMENT, 1);
    glTexParameteri(GL_TEXTURE_2D, GL_TEXTURE_MIN_FILTER, GL_NEAREST);
    glTexParameteri(GL_TEXTURE_2D, GL_TEXTURE_MAG_FILTER, GL_NEAREST);
    glTexImage2D(GL_TEXTURE_2D, 0, GL_RGBA8, kStyleWidth, static_cast<int>(rows), 0, GL_RGBA, GL_UNSIGNED_BYTE, texels.data());
    glPixelStorei(GL_UNPACK_ALIGNMENT, 4); // the painter's glyph cache relies on the default
    stylesStale_ = false;
}

QJsonObject FrameView::lookState() const
{
    QJsonArray camera, only;
    for (const double v : camera_.state())
        camera.append(v);
    for (const std::string& id : only_ ? onlyIds_ : std::set<std::string>{})
        only.append(QString::fromStdString(id));
    return {{"camera", camera}, {"solid", solid_}, {"only", only}, {"fitted", fitted_}};
}

void FrameView::takeLook(const QJsonObject& look)
{
    const QJsonArray camera = look["camera"].toArray(), only = look["only"].toArray();
    std::array<double, 8> state{};
    if (camera.size() == static_cast<int>(state.size())) {
        for (size_t k = 0; k < state.size(); ++k)
            state[k] = camera[static_cast<int>(k)].toDouble(std::nan(""));
        camera_.takeState(state);
        fitted_ = look["fitted"].toBool();
        if (fitted_) fitFrame();
    }
    setSolid(look["solid"].toBool());
    std::set<size_t> shown;
    onlyIds_.clear();
    for (const QJsonValue& id : only)
        if (const auto i = doc_.model().find(id.toString().toStdString())) {
            shown.insert(*i);
            onlyIds_.insert(doc_.model().members()[*i].id);
        }
    only_.reset();
    if (!shown.empty()) only_ = std::move(shown);
    restyle();
}

} // namespace wr
