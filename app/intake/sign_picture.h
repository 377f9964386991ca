// Small pictures of what a choice means: which fibre a positive moment compresses, which way forces act, where a station is
// measured from.
#pragma once

#include "core/intake/recipe.h"

#include <QWidget>

namespace wr {

class SignPicture : public QWidget
{
    Q_OBJECT
public:
    explicit SignPicture(QWidget* parent = nullptr);
    void show(ForceSigns signs, StationAs stations, bool compression, bool sagging);
    QSize sizeHint() const override { return {280, 104}; }

protected:
    void paintEvent(QPaintEvent*) override;

private:
    ForceSigns signs_ = ForceSigns::Ours;
    StationAs stations_ = StationAs::FromI;
    bool compression_ = false; // axial force positive in compression
    bool sagging_ = true;      // a moment that compresses +z is positive
};

} // namespace wr
