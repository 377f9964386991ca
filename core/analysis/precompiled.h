// The same for core/analysis, with the linear algebra.
#pragma once

#include "core/base/precompiled.h"

#include <Eigen/Dense>
#include <Eigen/Sparse>
