// A function whose inner loops are compiled for wider registers too; the machine chooses when the program starts. No sum is put
// in another order, so the numbers are the same.
#pragma once

#if defined(__x86_64__) && defined(__GNUC__) && !defined(__clang__) && !defined(__SANITIZE_ADDRESS__)
#define WR_WIDE __attribute__((target_clones("avx2", "default")))
#else
#define WR_WIDE
#endif
