#include "core/base/shipped.h"
#include "core/files/frame_reader.h"

#include <memory>
#include <nlohmann/json.hpp>
#include <valijson/adapters/nlohmann_json_adapter.hpp>
#include <valijson/schema.hpp>
#include <valijson/schema_parser.hpp>
#include <valijson/validation_results.hpp>
#include <valijson/validator.hpp>

namespace wr {

namespace {

const valijson::Schema& frameSchema()
{
    static const auto schema = [] {
        auto s = std::make_unique<valijson::Schema>();
        const auto json = nlohmann::json::parse(shippedFile("schema/wren-frame-1.schema.json"));
        valijson::SchemaParser().populateSchema(valijson::adapters::NlohmannJsonAdapter(json), *s);
        return s;
    }();
    return *schema;
}

} // namespace

std::vector<Finding> validateAgainstSchema(std::string_view text)
{
    std::vector<Finding> out;
    const auto json = nlohmann::json::parse(text.begin(), text.end(), nullptr, false);
    if (json.is_discarded()) return {finding("file.json", "", "", "this is not JSON")};
    valijson::ValidationResults results;
    valijson::Validator validator;
    if (validator.validate(frameSchema(), valijson::adapters::NlohmannJsonAdapter(json), &results)) return out;
    valijson::ValidationResults::Error error;
    while (results.popError(error)) {
        std::string place;
        for (const std::string& part : error.context) {
            // valijson writes "<root>[nodes][3][at]".
            std::string p = part == "<root>" ? "" : part;
            if (p.starts_with("[") && p.ends_with("]")) p = "/" + p.substr(1, p.size() - 2);
            place += p;
        }
        out.push_back(finding("file.schema", place, "", error.description));
    }
    return out;
}

} // namespace wr
