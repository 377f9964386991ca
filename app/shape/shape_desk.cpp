#include "app/shape/shape_desk.h"

#include "app/shell/document.h"
#include "app/shell/text.h"
#include "core/analysis/shares.h"
#include "core/base/counted.h"
#include "core/shaping/load_words.h"

#include <algorithm>

namespace wr {

ShapeDesk::ShapeDesk(Document& doc, QObject* parent) : QObject(parent), doc_(doc)
{
    connect(&doc_, &Document::opened, this, [this] {
        nodeIds_.clear();
        elementIds_.clear();
        from_.reset();
        typed_.clear();
        meant();
    });
    connect(&doc_, &Document::modelChanged, this, &ShapeDesk::again);
    connect(&doc_, &Document::pickChanged, this, [this] {
        // Another pick of members: single elements of the one before are meant no more.
        elementIds_.clear();
        meant();
    });
}

void ShapeDesk::again()
{
    stale_ = true;
    Q_EMIT changed();
}

void ShapeDesk::meant()
{
    rests_ = false;
    again();
}

void ShapeDesk::use(bool on)
{
    if (on == inUse_) return;
    inUse_ = on;
    from_.reset();
    meant();
}

void ShapeDesk::setKind(ToolKind k)
{
    if (k == kind_) return;
    std::swap(tool_, other_);
    kind_ = k;
    from_.reset();
    meant();
}

std::string ShapeDesk::loadCase() const
{
    if (!doc_.hasFrame()) return {};
    const auto& cases = doc_.frame().cases.list();
    const bool there = std::any_of(cases.begin(), cases.end(), [&](const LoadCase& c) { return c.id == loadCase_; });
    return there ? loadCase_ : cases.empty() ? std::string() : cases.front().id;
}

void ShapeDesk::setLoadCase(const std::string& id)
{
    if (id == loadCase_) return;
    loadCase_ = id;
    meant();
}

std::map<std::string, std::string> ShapeDesk::stated() const
{
    auto out = typed();
    if (kind_ == ToolKind::Loads && !out.contains("case")) out["case"] = loadCase();
    return out;
}

void ShapeDesk::setTool(const std::string& key)
{
    if (key == tool_) return;
    if (const ToolKind k = shapeTool(key)->kind; k != kind_) {
        other_ = tool_;
        kind_ = k;
    }
    tool_ = key;
    from_.reset();
    meant();
}

const std::map<std::string, std::string>& ShapeDesk::typed() const
{
    static const std::map<std::string, std::string> nothing;
    const auto at = typed_.find(tool_);
    return at == typed_.end() ? nothing : at->second;
}

void ShapeDesk::type(const std::string& key, const std::string& text)
{
    typed_[tool_][key] = text;
    meant();
}

namespace {

template <class Rows> std::vector<int> placesOf(const Rows& rows, const std::set<std::string>& ids)
{
    std::vector<int> out;
    if (ids.empty()) return out;
    for (size_t k = 0; k < rows.size(); ++k)
        if (ids.contains(rows[k].id)) out.push_back(static_cast<int>(k));
    return out;
}

} // namespace

std::vector<int> ShapeDesk::nodes() const
{
    return doc_.hasFrame() ? placesOf(doc_.frame().nodes.list(), nodeIds_) : std::vector<int>{};
}

std::vector<int> ShapeDesk::elements() const
{
    if (!doc_.hasFrame()) return {};
    if (!elementIds_.empty()) return placesOf(doc_.frame().elements.list(), elementIds_);
    std::vector<int> out;
    for (const size_t m : doc_.pick())
        for (const MemberPiece& p : doc_.model().members()[m].pieces)
            out.push_back(p.element);
    std::sort(out.begin(), out.end());
    return out;
}

void ShapeDesk::pickNodes(const std::vector<int>& nodes, bool add)
{
    if (!add) nodeIds_.clear();
    for (const int n : nodes) {
        const std::string& id = doc_.frame().nodes[static_cast<size_t>(n)].id;
        if (add && nodes.size() == 1 && nodeIds_.contains(id))
            nodeIds_.erase(id);
        else
            nodeIds_.insert(id);
    }
    meant();
}

void ShapeDesk::pickElement(int element, bool add)
{
    if (!add) elementIds_.clear();
    const std::string& id = doc_.frame().elements[static_cast<size_t>(element)].id;
    if (!elementIds_.insert(id).second && add) elementIds_.erase(id);
    meant();
}

void ShapeDesk::pickNothing()
{
    nodeIds_.clear();
    elementIds_.clear();
    if (!doc_.pick().empty())
        doc_.setPick({}); // says so
    else
        meant();
}

QString ShapeDesk::pickWords() const
{
    const ShapeTool& t = *shapeTool(tool_);
    const size_t e = t.elements ? elements().size() : 0, n = t.nodes ? nodes().size() : 0;
    QStringList out;
    if (e > 0) out << str(counted(e, "element"));
    if (n > 0) out << str(counted(n, "node"));
    if (out.isEmpty()) return tool_ == "alter" || tool_ == "lift" ? "all loads of the case" : "nothing is picked";
    return out.join(" · ");
}

std::expected<ShapeEdit, ShapeFault> ShapeDesk::edit() const
{
    if (dragged_) return ShapeEdit{MoveNodes{nodes(), *dragged_}};
    return shapeEdit(tool_, stated(), doc_.frame(), elements(), nodes());
}

void ShapeDesk::settle() const
{
    if (!stale_) return;
    stale_ = false;
    ghost_.reset();
    trouble_.clear();
    if (!doc_.hasFrame() || rests_) return;
    const ShapeTool* row = shapeTool(tool_);
    const auto blank = [&](const char* key) {
        const auto at = typed().find(key);
        return at == typed().end() || at->second.empty();
    };
    // What is drawn with the mouse needs no places typed.
    if (!dragged_ && tool_ == "draw" && blank("from") && blank("to")) return;
    // A case that is only looked at.
    const std::map<std::string, std::string>& said = typed();
    if (tool_ == "case" && std::none_of(said.begin(), said.end(), [&](const auto& t) {
            return !t.second.empty() && (t.first != "case" || t.second != loadCase());
        }))
        return;
    // Loads of a case as a whole are meant where nothing is picked.
    const bool whole = tool_ == "alter" || tool_ == "lift";
    if (!dragged_ && !whole &&
        ((row->elements && row->nodes && elements().empty() && nodes().empty()) ||
         (row->elements && !row->nodes && elements().empty()) || (row->nodes && !row->elements && nodes().empty()))) {
        trouble_ = row->elements && row->nodes ? "Pick members, elements or nodes first."
                   : row->elements             ? "Pick members or elements first."
                                               : "Pick nodes first: click one in the view.";
        return;
    }
    const auto e = edit();
    if (!e) {
        trouble_ = str(e.error().text);
        return;
    }
    auto out = reshaped(doc_.frame(), *e);
    if (out)
        ghost_ = *std::move(out);
    else
        trouble_ = str(out.error());
}

const std::optional<Reshaped>& ShapeDesk::ghost() const
{
    settle();
    return ghost_;
}

QString ShapeDesk::trouble() const
{
    settle();
    return trouble_;
}

QString ShapeDesk::effectWords() const
{
    settle();
    if (!ghost_) return {};
    const Frame &f = doc_.frame(), &g = ghost_->frame;
    QStringList out;
    const auto change = [&](size_t was, size_t now, const char* what) {
        if (was == now) return;
        out << str(counted(was < now ? now - was : was - now, what)) + (was < now ? " more" : " less");
    };
    change(f.elements.size(), g.elements.size(), "element");
    change(f.nodes.size(), g.nodes.size(), "node");
    if (out.isEmpty()) out << str(ghost_->words);
    if (kind_ == ToolKind::Loads && tool_ != "nocase" && tool_ != "case") {
        const std::string into = [&] {
            const auto at = typed().find("into");
            return at == typed().end() || at->second.empty() ? loadCase() : at->second;
        }();
        for (size_t c = 0; c < g.cases.size() && c < f.cases.size(); ++c)
            if (g.cases[c].id == into)
                out << "total " + str(vectorText(f, Quantity::Force, loadTotals(f, f.cases[c]).sum())) + " → " +
                           str(vectorText(g, Quantity::Force, loadTotals(g, g.cases[c]).sum()));
    }
    QString words = out.join(", ");
    for (const std::string& t : ghost_->told)
        words += (t != ghost_->told.front()                ? "; "
                  : tool_ == "delete" || tool_ == "nocase" ? "\nWith it: "
                                                           : "\nLeft out: ") +
                 str(t);
    return words;
}

QString ShapeDesk::carryOut()
{
    if (!doc_.hasFrame()) return "open a frame first";
    if (rests_) stale_ = true; // once more
    rests_ = false;
    settle();
    if (!ghost_) return trouble_.isEmpty() ? QString("say what is to be done") : trouble_;
    const auto e = edit();
    if (!e) return str(e.error().text);
    const QString trouble = doc_.run(*e);
    rests_ = trouble.isEmpty();
    // Sizes that are changed here are no trial: a frame that is quickly analysed is analysed again.
    constexpr size_t kQuick = 2000;
    if (rests_ && !doc_.forcesFit() && !doc_.analysed().forces.given && doc_.frame().elements.size() <= kQuick)
        doc_.analyseAgain();
    // A case that was made or renamed is the one at hand.
    if (const auto* c = std::get_if<PutCase>(&*e); c && rests_) {
        loadCase_ = c->name.value_or(c->id);
        typed_.erase("case");
    }
    again();
    return trouble;
}

QString ShapeDesk::drawTo(Vec3 at)
{
    if (!doc_.hasFrame()) return "open a frame first";
    if (!from_) {
        from_ = at;
        Q_EMIT changed();
        return {};
    }
    // All but the places as typed.
    auto typed = typed_["draw"];
    typed["from"] = typed["to"] = "0; 0; 0";
    auto e = shapeEdit("draw", typed, doc_.frame(), {}, {});
    if (!e) return str(e.error().text);
    std::get<DrawElements>(*e).lines = {{*from_, at}};
    const QString trouble = doc_.run(*e);
    if (trouble.isEmpty()) from_ = at;
    again();
    return trouble;
}

void ShapeDesk::endLine()
{
    from_.reset();
    Q_EMIT changed();
}

void ShapeDesk::showMove(std::optional<Vec3> by)
{
    dragged_ = by;
    meant();
}

QString ShapeDesk::moveNodes(Vec3 by)
{
    dragged_.reset();
    const QString trouble = doc_.run(ShapeEdit{MoveNodes{nodes(), by}});
    again();
    return trouble;
}

} // namespace wr
