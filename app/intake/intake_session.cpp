#include "app/intake/intake_session.h"

#include "core/files/intake_files.h"
#include "core/intake/guess.h"

#include <QFileInfo>

namespace wr {

IntakeSession::IntakeSession(QObject* parent) : QObject(parent), jobs_(this), books_(std::make_shared<std::vector<Book>>()) {}

IntakeSession::~IntakeSession()
{
    jobs_.cancelAll();
}

void IntakeSession::begin(const QStringList& paths, std::vector<Recipe> known, std::optional<DesignState> against)
{
    end();
    against_ = std::move(against);
    paths_ = paths;
    std::vector<std::filesystem::path> files;
    for (const QString& p : paths)
        files.emplace_back(p.toStdString());
    model_ = files.size() == 1 && wr::isModel(files.front());
    if (model_) {
        Q_EMIT opened();
        take();
        return;
    }
    struct Read
    {
        OpenedTables opened;
        Recipe recipe;
        QString offered;
    };
    jobs_.start("read", [this, files, known = std::move(known)](Progress& progress) -> Jobs::Finish {
        auto r = std::make_shared<Read>();
        r->opened = openTables(files, {}, progress);
        if (r->opened.ok) {
            for (const Recipe& k : known)
                if (auto fits = fitted(k, r->opened.books)) {
                    r->recipe = *std::move(fits);
                    r->offered = QString::fromStdString(k.name.empty() ? "an earlier one" : k.name);
                    break;
                }
            if (r->offered.isEmpty()) r->recipe = guessRecipe(r->opened.books);
        }
        return [this, r] {
            books_ = std::make_shared<const std::vector<Book>>(std::move(r->opened.books));
            read_ = std::move(r->opened.findings);
            recipe_ = std::move(r->recipe);
            offered_ = r->offered;
            const bool ok = r->opened.ok;
            Q_EMIT opened();
            if (ok) take();
        };
    });
}

void IntakeSession::end()
{
    jobs_.cancelAll();
    paths_.clear();
    books_ = std::make_shared<std::vector<Book>>();
    recipe_ = {};
    offered_.clear();
    read_.clear();
    result_.reset();
    against_.reset();
    again_.reset();
}

void IntakeSession::setAgainst(DesignState against)
{
    against_ = std::move(against);
    again_.reset();
    take();
}

void IntakeSession::change(const std::function<void(Recipe&)>& how)
{
    how(recipe_);
    Q_EMIT changed();
    take();
}

void IntakeSession::guessAnew()
{
    offered_.clear();
    change([this](Recipe& r) { r = guessRecipe(*books_); });
}

QString IntakeSession::title() const
{
    return paths_.isEmpty() ? QString() : QFileInfo(paths_.front()).completeBaseName();
}

void IntakeSession::take()
{
    jobs_.start(
        "take",
        [this, books = books_, recipe = recipe_, model = model_, against = against_, then = again_ ? again_->then : nullptr,
         path = paths_.value(0).toStdString()](Progress& progress) -> Jobs::Finish {
            auto r =
                std::make_shared<const Intake>(model ? takeModel(path, recipe, progress) : takeIn(*books, recipe, progress));
            std::shared_ptr<Again> again;
            if (against && r->sound && !progress.cancelled()) {
                progress.at(0.9, "against the frame at hand");
                again = std::make_shared<Again>();
                again->then = then ? then : std::make_shared<const Frame>(frameToWrite(*against));
                again->taken = takeAgain(*again->then, r->frame);
                again->rows = fateRows(again->taken, *again->then);
            }
            return [this, r, again] {
                result_ = r;
                again_ = again;
                Q_EMIT taken();
            };
        });
}

} // namespace wr
