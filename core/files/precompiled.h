// The same for core/files, with the JSON library.
#pragma once

#include "core/base/precompiled.h"
#include "core/files/json_value.h"
