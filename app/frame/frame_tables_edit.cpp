// What is typed over, added and removed in the tables at the stop Frame.
#include "app/frame/frame_tables_view.h"

#include "app/frame/summary_finder.h"
#include "app/shell/document.h"
#include "app/shell/text.h"
#include "core/base/entry.h"
#include "core/base/expression.h"
#include "core/shaping/typed.h"

#include <algorithm>
#include <cmath>

namespace wr {

namespace {

constexpr int kHand = 9;        // the column of caseTable for sums by hand
constexpr int kFirstFactor = 6; // columns of combinationTable before the factors

} // namespace

std::optional<double> typedNumber(const QString& text)
{
    const auto parsed = parseExpression(text.toStdString());
    if (!parsed) return std::nullopt;
    const auto value = evaluate(*parsed, [](std::string_view) { return std::nullopt; });
    return value && std::isfinite(*value) ? std::optional(*value) : std::nullopt;
}

bool FrameTablesView::mayEdit(int row, int column) const
{
    if (page_ == Cases) return row >= 0 && column != kCaseTotal && column != kCaseAgrees && column <= kCaseCategory;
    if (page_ == Loads && row >= 0 && !balance_ && column >= 1)
        return canTypeOver(placeOf(row), static_cast<LoadWord>(column - 1));
    return page_ == Combinations && row >= 0 && column != 4;
}

bool FrameTablesView::run(std::vector<Combination> list, const std::string& words)
{
    const QString why = doc_.run(SetLoads{doc_.frame().cases, std::move(list), words});
    tell(why);
    return why.isEmpty();
}

bool FrameTablesView::edit(int row, int column, const QString& text)
{
    if (editing_) return true; // a field tells its text a second time when it loses the focus
    if (page_ == Cases) return editCase(row, column, text);
    if (page_ == Loads) return editLoad(row, column, text);
    const Frame& f = doc_.frame();
    // Sorting changes the rows: the name finds the combination.
    const std::string id = std::get<std::string>(model_->table().rows[row].cells[0]);
    std::vector<Combination> list = f.combinations;
    const auto it = std::find_if(list.begin(), list.end(), [&](const Combination& c) { return c.id == id; });
    if (it == list.end()) return false;
    const std::string value = text.trimmed().toStdString();
    const auto refuse = [&](const QString& why) {
        tell(why);
        return false;
    };
    if (column == 0)
        it->id = value;
    else if (column == 1)
        it->title = value;
    else if (column == 2) {
        const QStringList parts = text.split(',');
        const auto p = purposeFromName(parts.front().trimmed().toStdString());
        const std::string kind = parts.size() > 1 ? parts[1].trimmed().toStdString() : "";
        if (!p) return refuse("a purpose is one of strength, service, construction, fire, accidental, seismic");
        if (!kind.empty() && std::find(kServiceKinds.begin(), kServiceKinds.end(), kind) == kServiceKinds.end())
            return refuse("a kind of service is one of characteristic, frequent, quasi-permanent, live-only");
        it->purpose = *p;
        it->kind = kind;
    } else if (column == 3)
        it->basis = value;
    else if (column == 5) {
        if (value != "on" && value != "off") return refuse("used is on or off");
        it->off = value == "off";
    } else {
        const int c = column - kFirstFactor;
        std::erase_if(it->terms, [&](const auto& t) { return t.first == c; });
        if (!value.empty()) {
            const auto k = typedNumber(text);
            if (!k) return refuse(QString("\"%1\" is not a number").arg(text));
            it->terms.emplace_back(c, *k);
            std::sort(it->terms.begin(), it->terms.end());
        }
    }
    if (column != 5) it->made.clear(); // changed by hand: making again leaves it alone
    later({f.cases, std::move(list), "Combination " + id});
    return true;
}

// The table is filled anew by an edit: not while its own field is still closing.
void FrameTablesView::later(SetLoads edit)
{
    editing_ = true;
    QMetaObject::invokeMethod(
        this,
        [this, edit = std::move(edit)] {
            editing_ = false;
            tell(doc_.run(edit));
        },
        Qt::QueuedConnection);
}

bool FrameTablesView::editCase(int row, int column, const QString& text)
{
    const std::string id = std::get<std::string>(model_->table().rows[row].cells[0]);
    std::vector<LoadCase> cases = doc_.frame().cases;
    const auto it = std::find_if(cases.begin(), cases.end(), [&](const LoadCase& c) { return c.id == id; });
    if (it == cases.end()) return false;
    const std::string value = text.trimmed().toStdString();
    const auto refuse = [&](const QString& why) {
        tell(why);
        return false;
    };
    if (column == kCaseName) {
        if (value.empty()) return refuse("a case needs a name");
        it->id = value;
    } else if (column == kCaseTitle)
        it->title = value;
    else if (column == kCaseAction) {
        const auto a = actionFromName(value);
        if (!a) {
            std::string all;
            for (const auto n : actionNames())
                all += (all.empty() ? "" : ", ") + std::string(n);
            return refuse("an action is one of " + str(all));
        }
        it->action = *a;
    } else if (column == kCaseWeight) {
        const auto k = typedNumber(text);
        if (!k) return refuse(QString("\"%1\" is not a number").arg(text));
        it->selfWeight = *k;
    } else if (column == kCaseSigns) {
        if (value != "yes" && value != "no") return refuse("both signs: yes or no");
        it->reversible = value == "yes";
    } else if (column == kCaseHand) {
        const Frame& f = doc_.frame();
        const auto v = readVector(value, Quantity::Force, f.units, upAxis(f));
        if (!value.empty() && !v) return refuse(str(v.error()));
        it->handSum.reset();
        if (!value.empty()) it->handSum = {(*v)[0], (*v)[1], (*v)[2]};
    } else
        (column == kCaseNeverWith ? it->exclusive : it->category) = value;
    later({std::move(cases), doc_.frame().combinations, "Case " + id});
    return true;
}

LoadPlace FrameTablesView::placeOf(int row) const
{
    const std::vector<LoadPlace> all = loadsOf(doc_.frame());
    const int place = model_->table().rows[static_cast<size_t>(row)].place;
    return place >= 0 && static_cast<size_t>(place) < all.size() ? all[static_cast<size_t>(place)] : LoadPlace{};
}

bool FrameTablesView::editLoad(int row, int column, const QString& text)
{
    const LoadPlace at = placeOf(row);
    if (at.loadCase < 0) return false;
    auto changed = withLoadWord(doc_.frame(), at, static_cast<LoadWord>(column - 1), text.trimmed().toStdString());
    if (!changed) {
        tell(str(changed.error()));
        return false;
    }
    std::vector<LoadCase> cases = doc_.frame().cases;
    cases[static_cast<size_t>(at.loadCase)] = *std::move(changed);
    const std::string words = "Load of " + cases[static_cast<size_t>(at.loadCase)].id;
    later({std::move(cases), doc_.frame().combinations, words});
    return true;
}

void FrameTablesView::addOne()
{
    if (!doc_.hasFrame()) return;
    if (page_ == Summary) return finder_->want(true);
    if (page_ == Loads) {
        balance_ = !balance_;
        return refresh();
    }
    if (page_ == Cases) {
        PutCase c;
        for (int n = 1;; ++n) {
            c.id = "L" + std::to_string(n);
            const auto& all = doc_.frame().cases.list();
            if (std::none_of(all.begin(), all.end(), [&](const LoadCase& o) { return o.id == c.id; })) break;
        }
        tell(doc_.run(ShapeEdit{c}));
        return view_->scrollToBottom();
    }
    std::vector<Combination> list = doc_.frame().combinations;
    Combination c;
    for (int n = 1;; ++n) {
        c.id = "H" + std::to_string(n);
        if (std::none_of(list.begin(), list.end(), [&](const Combination& o) { return o.id == c.id; })) break;
    }
    for (size_t k = 0; k < doc_.frame().cases.size(); ++k)
        if (doc_.frame().cases[k].action == Action::Dead) c.terms.emplace_back(static_cast<int>(k), 1.0);
    list.push_back(c);
    if (run(std::move(list), "New combination " + c.id)) view_->scrollToBottom();
}

void FrameTablesView::removeOne()
{
    const QModelIndex at = view_->currentIndex();
    if (!at.isValid()) return;
    if (page_ == Loads && !balance_) {
        const LoadPlace place = placeOf(at.row());
        if (place.loadCase < 0) return;
        std::vector<LoadCase> cases = doc_.frame().cases;
        LoadCase& c = cases[static_cast<size_t>(place.loadCase)];
        c = withoutLoad(doc_.frame(), place);
        const std::string words = "Load of " + c.id + " taken off";
        return tell(doc_.run(SetLoads{std::move(cases), doc_.frame().combinations, words}));
    }
    if (page_ != Combinations && page_ != Cases) return;
    const std::string id = std::get<std::string>(model_->table().rows[at.row()].cells[0]);
    if (page_ == Cases) return tell(doc_.run(ShapeEdit{DropCase{id}}));
    std::vector<Combination> list = doc_.frame().combinations;
    std::erase_if(list, [&](const Combination& c) { return c.id == id; });
    run(std::move(list), "Combination " + id + " removed");
}

} // namespace wr
