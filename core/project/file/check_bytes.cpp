#include "core/project/file/check_bytes.h"

#include "core/base/fingerprint.h"

#include <cstring>
#include <limits>
#include <map>
#include <mutex>
#include <set>
#include <stdexcept>

namespace wr {

namespace {

constexpr std::uint32_t kForm = 1;

class Out
{
public:
    template <class T> void put(T v)
    {
        static_assert(std::is_trivially_copyable_v<T>);
        bytes_.append(reinterpret_cast<const char*>(&v), sizeof v);
    }
    void words(std::string_view s)
    {
        const auto [it, fresh] = places_.try_emplace(std::string(s), static_cast<std::uint32_t>(places_.size()));
        if (fresh) table_.push_back(it->first);
        put(it->second);
    }
    // The table of words first: a reader needs it before what refers to it.
    std::string whole() const
    {
        Out head;
        head.put(kForm);
        head.put(static_cast<std::uint32_t>(table_.size()));
        for (const std::string& s : table_) {
            head.put(static_cast<std::uint32_t>(s.size()));
            head.bytes_ += s;
        }
        return head.bytes_ + bytes_;
    }

private:
    std::string bytes_;
    std::map<std::string, std::uint32_t> places_;
    std::vector<std::string> table_;
};

class In
{
public:
    explicit In(std::string_view bytes) : bytes_(bytes)
    {
        if (get<std::uint32_t>() != kForm) throw std::invalid_argument("another form");
        const auto n = count(get<std::uint32_t>(), sizeof(std::uint32_t));
        for (size_t k = 0; k < n; ++k) {
            const auto size = count(get<std::uint32_t>(), 1);
            table_.push_back(bytes_.substr(0, size));
            bytes_.remove_prefix(size);
        }
    }
    template <class T> T get()
    {
        T v;
        if (bytes_.size() < sizeof v) throw std::invalid_argument("cut short");
        std::memcpy(&v, bytes_.data(), sizeof v);
        bytes_.remove_prefix(sizeof v);
        return v;
    }
    // So many things of at least that size are still there.
    size_t count(std::uint32_t n, size_t size) const
    {
        if (n > bytes_.size() / size) throw std::invalid_argument("cut short");
        return n;
    }
    std::string_view words() { return table_.at(get<std::uint32_t>()); }
    template <class E> E choice(E last)
    {
        const auto v = get<std::uint8_t>();
        if (v > static_cast<std::uint8_t>(last)) throw std::invalid_argument("a value out of range");
        return static_cast<E>(v);
    }
    int number(int least, int most) // of a row
    {
        const auto v = get<std::int32_t>();
        if (v < least || v > most) throw std::invalid_argument("a row out of range");
        return v;
    }
    bool atEnd() const { return bytes_.empty(); }

private:
    std::string_view bytes_;
    std::vector<std::string_view> table_;
};

// Clauses are views of texts that stay: one copy of each that was ever read.
std::string_view lasting(std::string_view s)
{
    static std::mutex mutex;
    static std::set<std::string, std::less<>> all;
    const std::lock_guard lock(mutex);
    const auto it = all.find(s);
    return it == all.end() ? *all.emplace(s).first : *it;
}

std::uint64_t membersOf(const CheckModel& model)
{
    Fingerprint h;
    for (size_t i = 0; i < model.members().size(); ++i) {
        h.add(model.members()[i].id);
        h.add(model.standardOf(i).key);
    }
    return h.value();
}

void put(Out& out, const CheckOutcome& o)
{
    out.put(static_cast<std::int32_t>(o.check));
    out.put(static_cast<std::uint8_t>(o.status));
    out.put(static_cast<std::uint8_t>(o.quantity));
    out.put(static_cast<std::uint8_t>(o.counts));
    for (const double v : {o.ratio, o.demand, o.capacity, o.at})
        out.put(v);
    for (const int v : {o.set.given() ? static_cast<int>(o.set.at()) : -1,
                        o.serviceSet.given() ? static_cast<int>(o.serviceSet.at()) : -1, o.stage, o.settings, o.span, o.path})
        out.put(static_cast<std::int32_t>(v));
    out.words(o.clause);
    out.words(o.reason);
}

// Rows of an outcome are those of the model it was judged by.
CheckOutcome outcomeOf(In& in, const CheckModel& model, size_t member)
{
    CheckOutcome o;
    const Standard& s = model.standardOf(member);
    o.check = in.number(0, static_cast<int>(s.checks.size()) - 1);
    o.status = in.choice(Status::Over);
    o.quantity = in.choice(Quantity::Displacement);
    o.counts = in.get<std::uint8_t>() != 0;
    for (double* v : {&o.ratio, &o.demand, &o.capacity, &o.at})
        *v = in.get<double>();
    constexpr int kAny = std::numeric_limits<int>::max();
    const int set = in.number(-1, kAny), service = in.number(-1, kAny);
    o.stage = in.number(-1, static_cast<int>(s.stages.size()) - 1);
    o.settings = in.number(-1, static_cast<int>(kPurposeCount) - 1);
    o.span = in.number(-1, kAny);
    o.path = in.number(std::numeric_limits<int>::min(), kAny);
    o.clause = lasting(in.words());
    o.reason = in.words();
    const CheckModel& by = model.modelOf(o);
    if (set >= 0 && o.stage < 0 && static_cast<size_t>(set) >= by.setsOf(member).size())
        throw std::invalid_argument("a combination that is not there");
    if (service >= 0 && static_cast<size_t>(service) >= by.serviceSetsOf(member).size())
        throw std::invalid_argument("a combination that is not there");
    if (set >= 0) o.set = SetRow(static_cast<size_t>(set));
    if (service >= 0) o.serviceSet = ServiceRow(static_cast<size_t>(service));
    return o;
}

} // namespace

std::string bytesOf(const CheckReport& r, const CheckModel& model)
{
    Out out;
    out.words(r.standard);
    out.put(membersOf(model));
    out.put(static_cast<std::uint32_t>(r.results.size()));
    for (const MemberResult& m : r.results) {
        out.put(static_cast<std::uint8_t>(m.status));
        out.put(m.utilisation);
        out.put(static_cast<std::int32_t>(m.governing));
        out.put(static_cast<std::int32_t>(m.runnerUp));
        out.put(static_cast<std::uint32_t>(m.outcomes.size()));
        for (const CheckOutcome& o : m.outcomes)
            put(out, o);
        out.put(static_cast<std::uint32_t>(m.notes.size()));
        for (const std::string& n : m.notes)
            out.words(n);
    }
    return out.whole();
}

std::expected<CheckReport, std::string> reportFromBytes(std::string_view bytes, const CheckModel& model)
{
    try {
        In in(bytes);
        CheckReport out;
        out.standard = in.words();
        if (in.get<std::uint64_t>() != membersOf(model)) return std::unexpected("the results are of other members");
        const size_t n = in.count(in.get<std::uint32_t>(), 1);
        if (n != model.members().size() || out.standard != model.standard().key)
            return std::unexpected("the results are of other members");
        out.results.reserve(n);
        for (size_t i = 0; i < n; ++i) {
            MemberResult m;
            m.status = in.choice(Status::Over);
            m.utilisation = in.get<double>();
            const int governing = in.get<std::int32_t>(), runnerUp = in.get<std::int32_t>();
            const size_t outcomes = in.count(in.get<std::uint32_t>(), 1);
            for (size_t k = 0; k < outcomes; ++k)
                m.outcomes.push_back(outcomeOf(in, model, i));
            for (const int row : {governing, runnerUp})
                if (row < -1 || row >= static_cast<int>(outcomes)) throw std::invalid_argument("a row out of range");
            m.governing = governing;
            m.runnerUp = runnerUp;
            const size_t notes = in.count(in.get<std::uint32_t>(), 1);
            for (size_t k = 0; k < notes; ++k)
                m.notes.emplace_back(in.words());
            out.results.push_back(std::move(m));
        }
        if (!in.atEnd()) throw std::invalid_argument("more than there should be");
        out.count(model.members());
        return out;
    } catch (const std::exception& e) {
        return std::unexpected(std::string("the check results cannot be read: ") + e.what());
    }
}

} // namespace wr
