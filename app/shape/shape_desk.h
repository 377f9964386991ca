// Changing the frame at the stop Frame: the tool at hand, what it is done to, what was typed for it, and the frame as it would
// be. Bench and view work on this.
#pragma once

#include "core/shaping/shape_tools.h"

#include <QObject>
#include <QString>
#include <map>
#include <optional>
#include <set>
#include <string>
#include <vector>

namespace wr {

class Document;

class ShapeDesk : public QObject
{
    Q_OBJECT
public:
    explicit ShapeDesk(Document& doc, QObject* parent = nullptr);

    // Nodes and single elements can be picked, and the ghost is drawn, while it is in use.
    bool inUse() const { return inUse_; }
    void use(bool on);
    const std::string& tool() const { return tool_; }
    void setTool(const std::string& key);
    ToolKind kind() const { return kind_; }
    void setKind(ToolKind k); // with the tool of that kind that was last in hand
    // The case that tools for loads are about, by its name; empty: there is none.
    std::string loadCase() const;
    void setLoadCase(const std::string& id);
    const std::map<std::string, std::string>& typed() const; // for the tool at hand
    void type(const std::string& key, const std::string& text);

    std::vector<int> nodes() const;    // picked, by their places
    std::vector<int> elements() const; // picked one by one, else those of the picked members
    bool singles() const { return !elementIds_.empty(); }
    void pickNodes(const std::vector<int>& nodes, bool add);
    void pickElement(int element, bool add);
    void pickNothing();
    QString pickWords() const; // what of it the tool at hand is for: "3 elements · 2 nodes"

    // The frame as it would be; nothing where what is typed or picked does not do: trouble() says why.
    const std::optional<Reshaped>& ghost() const;
    QString trouble() const;
    bool canCarryOut() const { return ghost().has_value() || rests_; } // the same once more
    QString effectWords() const;                                       // what comes, and what is left out
    QString carryOut();                                                // the edit; the error is a sentence

    // Drawing in the view: from the last place on.
    bool draws() const { return inUse_ && tool_ == "draw"; }
    const std::optional<Vec3>& from() const { return from_; }
    QString drawTo(Vec3 at); // the first place, or an element from the last one there
    void endLine();
    // Nodes dragged: the ghost while they are, the edit at the end.
    QString moveNodes(Vec3 by);
    void showMove(std::optional<Vec3> by);

Q_SIGNALS:
    void changed(); // tool, picks, what was typed, ghost

private:
    void again(); // the ghost is found anew
    void meant(); // the same after something was typed, picked or chosen: what was done before rests no more
    void settle() const;
    std::expected<ShapeEdit, ShapeFault> edit() const;
    std::map<std::string, std::string> stated() const; // typed, with the case at hand
    Document& doc_;
    bool inUse_ = false;
    std::string tool_ = "draw", other_ = "line"; // in hand, and last in hand of the other kind
    ToolKind kind_ = ToolKind::Shape;
    std::string loadCase_;
    std::map<std::string, std::map<std::string, std::string>> typed_; // by tool
    std::set<std::string> nodeIds_, elementIds_;
    std::optional<Vec3> from_;
    std::optional<Vec3> dragged_;
    bool rests_ = false; // it was just done: nothing is shown until something else is typed, picked or asked for
    mutable bool stale_ = true;
    mutable std::optional<Reshaped> ghost_;
    mutable QString trouble_;
};

} // namespace wr
