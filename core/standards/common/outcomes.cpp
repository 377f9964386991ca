#include "core/standards/common/outcomes.h"

namespace wr {

Outcomes::Outcomes(MemberResult& r, std::span<const CheckRow> rows) : r_(r), rows_(rows)
{
    r_.outcomes.assign(rows.size(), {});
    for (size_t k = 0; k < rows.size(); ++k) {
        CheckOutcome& o = r_.outcomes[k];
        o.check = static_cast<int>(k);
        o.status = Status::Ok;
        o.capacity = 1;
        o.clause = rows[k].chapter;
        o.quantity = quantityOf(rows[k].kind);
    }
}

void Outcomes::unchecked(int row, std::string_view reason)
{
    CheckOutcome& o = at(row);
    o.status = Status::Unchecked;
    o.reason = reason;
}

void Outcomes::spoilWithoutStrength(int interaction)
{
    constexpr std::string_view why = "the strength comes out as nothing or less: the section is outside what the formulas are "
                                     "for; look at its dimensions and units";
    for (CheckOutcome& o : r_.outcomes)
        if (o.status == Status::Ok && std::isnan(o.ratio) && !(o.capacity > 0)) {
            unchecked(o.check, why);
            unchecked(interaction, why);
        }
}

void Outcomes::notApplicable(int row, std::string_view reason)
{
    CheckOutcome& o = at(row);
    o.status = Status::NotApplicable;
    o.reason = reason;
}

void Outcomes::notApplicableIfUntouched(int row, std::string_view reason)
{
    if (!at(row).set.given() && at(row).status == Status::Ok) notApplicable(row, reason);
}

void Outcomes::leaveOut(const Brief& b)
{
    for (const std::string& key : b.leaveOut)
        for (CheckOutcome& o : r_.outcomes) {
            const CheckRow& row = rows_[o.check];
            if (row.key != key || o.status == Status::NotApplicable) continue;
            o.status = Status::NotApplicable;
            o.reason = "left out by the brief " + b.id;
            r_.notes.push_back(std::string(row.title) + " is left out by the brief " + b.id + ".");
        }
}

void allUnchecked(MemberResult& r, std::span<const CheckRow> rows, const std::string& reason)
{
    r.outcomes.clear();
    for (size_t k = 0; k < rows.size(); ++k) {
        if (rows[k].kind == CheckKind::Slenderness) continue;
        CheckOutcome o;
        o.check = static_cast<int>(k);
        o.status = Status::Unchecked;
        o.reason = reason;
        o.clause = rows[k].chapter;
        r.outcomes.push_back(std::move(o));
    }
    r.settle();
}

void noteNeglectedTorsion(MemberResult& r, double limit, std::string_view what)
{
    r.notes.push_back("Torsion is neglected: its St Venant shear stress stays below " + significant(limit * 100, 2) +
                      " % of the " + std::string(what) + " (brief: torsionBelow).");
}

void slendernessOutcome(Outcomes& out, int row, const Brief& b, const Demands& d, double slenderness, int span,
                        double advisedCompression, double advisedTension, std::string_view compressionClause,
                        std::string_view tensionClause)
{
    bool compressed = false, pulled = false;
    for (const SetDemand& x : d.sets) {
        compressed |= x.compression.value > 0;
        pulled |= x.tension.value > 0;
    }
    CheckOutcome& o = out.at(row);
    o.counts = b.slendernessRequired;
    if (!compressed && !pulled) return out.notApplicable(row, "no axial force");
    const double limit =
        compressed ? b.slendernessCompression.value_or(advisedCompression) : b.slendernessTension.value_or(advisedTension);
    o.demand = slenderness;
    if (!(limit > 0)) return out.notApplicable(row, "the standard has no limit, and the brief states none");
    o.capacity = limit;
    o.ratio = slenderness / limit;
    o.span = span;
    o.clause = compressed ? compressionClause : tensionClause;
    if (o.ratio > 1)
        o.reason = std::string("L/r is above the ") + (o.counts ? "required " : "advised ") + significant(limit, 3);
}

} // namespace wr
