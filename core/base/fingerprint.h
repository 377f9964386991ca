// FNV-1a, 64 bits: tells whether numbers or bytes are still the same; no guard against somebody who means to deceive.
#pragma once

#include <bit>
#include <cstdint>
#include <string_view>

namespace wr {

class Fingerprint
{
public:
    void add(std::string_view bytes)
    {
        for (const char c : bytes)
            step(static_cast<unsigned char>(c));
    }
    void add(double v)
    {
        auto bits = std::bit_cast<std::uint64_t>(v);
        for (int k = 0; k < 8; ++k, bits >>= 8)
            step(bits & 0xff);
    }
    std::uint64_t value() const { return h_; }

private:
    void step(std::uint64_t byte) { h_ = (h_ ^ byte) * 1099511628211ull; }
    std::uint64_t h_ = 1469598103934665603ull;
};

inline std::uint64_t fingerprintOf(std::string_view bytes)
{
    Fingerprint out;
    out.add(bytes);
    return out.value();
}

} // namespace wr
