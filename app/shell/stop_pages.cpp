#include "app/shell/stop_pages.h"

#include "app/bench/bench.h"
#include "app/bench/frame_bench.h"
#include "app/bench/member_bench.h"
#include "app/bench/size_bench.h"
#include "app/briefs/briefs_bench.h"
#include "app/briefs/briefs_view.h"
#include "app/frame/frame_tables_view.h"
#include "app/ledger/ledger.h"
#include "app/members/chains_view.h"
#include "app/members/members_bench.h"
#include "app/report/report_bench.h"
#include "app/restraint/hold_strip.h"
#include "app/restraint/restraint_bench.h"
#include "app/size/size_band.h"

namespace wr {

std::vector<StopPage> stopPages(const StopParts& p)
{
    return {
        {Stop::Frame, &p.bench.frame(), &p.tables, [&tables = p.tables] { tables.setPage(tables.page()); }},
        {Stop::Members, &p.bench.members(), &p.chains, [&chains = p.chains] { chains.enter(); }},
        {Stop::Restraint, &p.bench.restraint(), &p.holds, [&bench = p.bench.restraint()] { bench.enter(); }, 306},
        {Stop::Briefs, &p.bench.briefs(), &p.briefs,
         [&bench = p.bench.briefs(), &view = p.briefs] {
             bench.enter();
             view.enter();
         }},
        {Stop::Check, &p.bench.member(), &p.ledger},
        {Stop::Size, &p.bench.size(), &p.sizes, {}, 322},
        {Stop::Report, &p.bench.report(), nullptr},
    };
}

} // namespace wr
