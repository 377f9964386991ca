#include "core/exports/exported.h"

#include "core/base/fingerprint.h"
#include "core/checking/steel_name.h"
#include "core/sizing/plan_groups.h"
#include "core/takeoff/take_off.h"

#include <array>
#include <cstdint>
#include <fmt/format.h>
#include <limits>

namespace wr {

std::vector<MemberFacts> memberFacts(const ExportInput& in)
{
    const CheckModel& model = *in.state.model;
    const Frame& f = model.frame();
    const std::vector<TakeOffLine> steel = memberSteel(model);
    std::vector<std::vector<MemberPiece>> broken(model.members().size());
    for (size_t e = 0; e < f.elements.size(); ++e)
        if (const int m = model.formed().ofElement(static_cast<int>(e));
            m >= 0 && !model.members()[static_cast<size_t>(m)].broken.empty()) {
            MemberPiece p;
            p.element = static_cast<int>(e);
            p.length = f.length(f.elements[e]);
            broken[static_cast<size_t>(m)].push_back(p);
        }
    std::vector<MemberFacts> out;
    for (size_t i = 0; i < model.members().size(); ++i) {
        const Member& m = model.members()[i];
        if (!in.takes(i) || m.section < 0 || m.material < 0) continue;
        MemberFacts x;
        x.member = i;
        x.id = m.id;
        x.group = m.group;
        x.section = sectionNameOf(f, m.section);
        x.steel = steelName(model, i);
        x.standard = model.standardOf(i).key;
        x.length = steel[i].length;
        x.mass = steel[i].mass;
        x.line = m.broken.empty();
        x.pieces = x.line ? m.pieces : std::move(broken[i]);
        x.utilisation = std::numeric_limits<double>::quiet_NaN();
        if (in.state.report && i < in.state.report->results.size() && !in.state.stale.contains(i)) {
            const MemberResult& r = in.state.report->results[i];
            x.status = m.exclude ? "excluded" : std::string(statusWord(r.status));
            if (!m.exclude && r.status != Status::Unchecked) x.utilisation = r.utilisation;
            if (const CheckOutcome* o = r.govern(); o && !m.exclude) {
                if (const CheckRow* row = model.standardOf(i).row(*o)) x.check = row->title;
                x.clause = o->clause;
                x.combination = model.combinationOf(i, *o);
            }
        }
        out.push_back(std::move(x));
    }
    return out;
}

Vec3 zUpwards(const Frame& f, Vec3 v)
{
    return f.up == Up::Z ? v : Vec3{v.x, -v.z, v.y};
}

Vec3 yUpwards(const Frame& f, Vec3 v)
{
    return f.up == Up::Y ? v : Vec3{v.x, v.z, -v.y};
}

namespace {

// 128 bits that the frame's title and a name lead to; marked as a GUID of version 8 (RFC 9562: bits of one's own).
std::array<std::uint8_t, 16> bitsOf(const Frame& f, const std::string& what)
{
    std::array<std::uint8_t, 16> out{};
    for (size_t half = 0; half < 2; ++half) {
        Fingerprint print;
        print.add(half ? "b" : "a");
        print.add(f.title);
        print.add("/");
        print.add(what);
        std::uint64_t v = print.value();
        v = (v ^ (v >> 31)) * 0x9e3779b97f4a7c15ull; // FNV leaves the upper bits of near names alike
        v ^= v >> 29;
        for (size_t k = 0; k < 8; ++k, v >>= 8)
            out[half * 8 + k] = static_cast<std::uint8_t>(v & 0xff);
    }
    out[6] = static_cast<std::uint8_t>((out[6] & 0x0f) | 0x80);
    out[8] = static_cast<std::uint8_t>((out[8] & 0x3f) | 0x80);
    return out;
}

} // namespace

std::string guidOf(const Frame& f, const std::string& what)
{
    std::string out;
    const auto bits = bitsOf(f, what);
    for (size_t k = 0; k < bits.size(); ++k) {
        if (k == 4 || k == 6 || k == 8 || k == 10) out += '-';
        out += fmt::format("{:02x}", bits[k]);
    }
    return out;
}

// Of the 128 bits the first two, then twenty-one times six, as characters of IfcGloballyUniqueId.
std::string ifcId(const Frame& f, const std::string& what)
{
    constexpr std::string_view letters = "0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz_$";
    const auto bits = bitsOf(f, what);
    std::string out;
    unsigned held = 0, value = 0;
    const auto take = [&](unsigned n) {
        out += letters[(value >> (held - n)) & ((1u << n) - 1)];
        held -= n;
    };
    for (size_t k = 0; k < bits.size(); ++k) {
        value = (value << 8 | bits[k]) & 0xffff;
        held += 8;
        if (k == 0) take(2);
        while (held >= 6)
            take(6);
    }
    return out;
}

} // namespace wr
