// What stands around the frame view at each stop: one row a stop. A new stop page is its files and its row in stop_pages.cpp.
#pragma once

#include "app/line/line_view.h"

#include <functional>
#include <vector>

namespace wr {

class Bench;
class BriefsView;
class ChainsView;
class FrameTablesView;
class HoldStrip;
class Ledger;
class SizeBand;

struct StopPage
{
    Stop stop;
    QWidget* bench;                     // the panel at the right
    QWidget* lower;                     // the band under the frame; null: the stop has the whole middle for itself
    std::function<void()> entered = {}; // after riding there
    int height = 0;                     // of the band, until the engineer moves its edge; 0: that of the other stops
};

struct StopParts
{
    Bench& bench;
    Ledger& ledger;
    SizeBand& sizes;
    FrameTablesView& tables;
    ChainsView& chains;
    HoldStrip& holds;
    BriefsView& briefs;
};

// In the order of the line.
std::vector<StopPage> stopPages(const StopParts& parts);

} // namespace wr
