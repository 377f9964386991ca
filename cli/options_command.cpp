#include "cli/commands.h"

#include "core/base/nearest.h"
#include "core/base/printable.h"
#include "core/files/option_schema.h"
#include "core/reporting/option_text.h"
#include "core/standards/standard.h"

#include <memory>

namespace wr::cli {

namespace {

struct OptionsArguments
{
    std::string family, as = "text";
};

Report run(const OptionsArguments& a)
{
    Report out;
    const Standard* s = shippedStandard(a.family);
    const std::string family(a.family.empty() ? "" : s ? s->family : std::string_view(a.family));
    if (!family.empty() && !standardOfFamily(family)) {
        std::vector<std::string> known;
        std::string all;
        for (const std::string_view f : standardFamilies()) {
            known.emplace_back(f);
            all += (all.empty() ? "" : ", ") + std::string(f);
        }
        complain("error: \"{}\" is no standard shipped here{}; choose one of {}\n", printable(a.family),
                 didYouMean(a.family, known), all);
        out.badInput = true;
        return out;
    }
    put("{}", a.as == "schema" ? optionSchema() : allOptions(a.as == "markdown", family));
    return out;
}

} // namespace

Command optionsCommand()
{
    auto a = std::make_shared<OptionsArguments>();
    return {"options",
            "List what a brief and a set of national parameters can state, from the standards' own tables.",
            {{.name = "--standard",
              .help = "only what is stated for that standard or its family",
              .into = &a->family,
              .value = "KEY"},
             {.name = "--as",
              .help = "how it is written; schema: the part of the frame file's JSON schema",
              .into = &a->as,
              .shown = true,
              .words = {"text", "markdown", "schema"},
              .value = "FORM"}},
            [a] { return run(*a); },
            {{"options --standard en1993", "every option of EN 1993 with its values and its clause"},
             {"options --as markdown", "the tables of docs/options.md"}}};
}

} // namespace wr::cli
