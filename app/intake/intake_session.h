// Files being taken in: what was read of them, what is made of it, and the frame that comes of that. Reading and putting
// together run in the background; the newest choice wins.
#pragma once

#include "app/shell/jobs.h"
#include "core/intake/intake.h"
#include "core/project/design_state.h"
#include "core/project/taken_again.h"

#include <QObject>
#include <QString>
#include <QStringList>
#include <functional>
#include <memory>
#include <optional>
#include <vector>

namespace wr {

class IntakeSession : public QObject
{
    Q_OBJECT
public:
    explicit IntakeSession(QObject* parent = nullptr);
    ~IntakeSession() override;

    // `known`: recipes of earlier times; the first that fits is offered, else what the columns mean is guessed. opened()
    // follows.
    // `against`: the state at hand, which this may be a later version of; again() says what differs.
    void begin(const QStringList& paths, std::vector<Recipe> known, std::optional<DesignState> against = {});
    void setAgainst(DesignState against); // it was changed meanwhile: what differs is found anew
    bool isAgainst(const DesignState& s) const { return against_ && against_->frame == s.frame; }
    struct Again
    {
        std::shared_ptr<const Frame> then; // as a file of it would be, with the results that came with it
        TakenAgain taken;
        std::vector<FateRow> rows;
        // Is it likely to be the same frame: at least half of the elements at hand are in it by name or by place?
        bool likely() const { return 2 * (taken.byId + taken.byPlace) >= then->elements.size() && !then->elements.empty(); }
    };
    const Again* again() const { return again_.get(); } // null: nothing at hand, or what was read is not sound
    void end();
    bool active() const { return !paths_.isEmpty(); }
    bool isModel() const { return model_; } // IFC or a drawing: there are no columns to map
    const QStringList& paths() const { return paths_; }
    const std::vector<Book>& books() const { return *books_; }
    const Recipe& recipe() const { return recipe_; }
    QString offered() const { return offered_; } // the name of the recipe that fitted; empty: guessed
    // Changes the recipe; what comes of it is found in the background. taken() follows.
    void change(const std::function<void(Recipe&)>& how);
    void guessAnew(); // instead of the recipe that fitted
    const Intake& result() const { return *result_; }
    bool known() const { return result_ != nullptr; } // for the recipe at hand
    const std::vector<Finding>& readFindings() const { return read_; }
    QString title() const;
    Jobs& jobs() { return jobs_; }

Q_SIGNALS:
    void opened();  // the files were read, or could not be: readFindings()
    void taken();   // result() says something else
    void changed(); // the recipe

private:
    void take();
    Jobs jobs_;
    QStringList paths_;
    bool model_ = false;
    std::shared_ptr<const std::vector<Book>> books_;
    Recipe recipe_;
    QString offered_;
    std::vector<Finding> read_;
    std::shared_ptr<const Intake> result_;
    std::optional<DesignState> against_;
    std::shared_ptr<const Again> again_;
};

} // namespace wr
