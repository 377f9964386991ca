// The work of the stop Intake, waited for.
#pragma once

#include "app/intake/intake_desk.h"
#include "app/intake/intake_session.h"
#include "tests/app/window.h"

namespace wr::test {

inline void wait(IntakeDesk& d)
{
    REQUIRE(waitFor([&] { return !d.session().jobs().running(); }));
    QApplication::processEvents();
}

} // namespace wr::test
