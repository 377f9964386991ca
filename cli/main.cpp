#include "cli/commands.h"

#include <exception>
#include <fmt/format.h>

int main(int argc, char** argv)
{
    using namespace wr::cli;
    try {
        return runCommandLine({checkCommand(), analyseCommand(), combinationsCommand(), tablesCommand(), gradesCommand(),
                               sectionsCommand(), membersCommand(), briefsCommand(), optionsCommand(), auditCommand(),
                               compareCommand(), sizeCommand(), reportCommand(), takeOffCommand(), exportCommand(),
                               jointCommand(), startCommand(), changeCommand(), intakeCommand()},
                              argc, argv);
    } catch (const std::exception& e) {
        complain("internal error: {}\nPlease report this with the file that causes it.\n", e.what());
        return 3;
    }
}
