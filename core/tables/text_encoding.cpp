#include "core/tables/text_encoding.h"

#include <algorithm>
#include <cerrno>
#include <iconv.h>
#include <memory>

namespace wr {

namespace {

constexpr std::string_view kReplacement = "\xEF\xBF\xBD";

// Every character that `from` cannot mean is replaced; `unit` bytes are skipped for it.
std::string converted(std::string_view bytes, const char* from, size_t unit, size_t& replaced)
{
    const auto close = [](void* handle) { iconv_close(static_cast<iconv_t>(handle)); };
    const std::unique_ptr<void, decltype(close)> handle(iconv_open("UTF-8", from), close);
    std::string out;
    // iconv's signature wants a char* it does not write to.
    char* in = const_cast<char*>(bytes.data());
    size_t left = bytes.size();
    while (left > 0) {
        const size_t before = out.size();
        out.resize(before + left * 3 / unit + 8);
        char* to = out.data() + before;
        size_t room = out.size() - before;
        const size_t done = iconv(static_cast<iconv_t>(handle.get()), &in, &left, &to, &room);
        const int error = errno;
        out.resize(out.size() - room);
        if (done != static_cast<size_t>(-1) || error == E2BIG) continue;
        out += kReplacement;
        ++replaced;
        const size_t skip = std::min(left, unit);
        in += skip;
        left -= skip;
    }
    return out;
}

size_t zeroShare(std::string_view bytes, size_t from)
{
    size_t zeros = 0;
    const size_t upTo = std::min<size_t>(bytes.size(), 4096);
    for (size_t i = from; i < upTo; i += 2)
        zeros += bytes[i] == 0;
    return upTo < 4 ? 0 : zeros * 200 / upTo; // per cent of every second byte
}

} // namespace

namespace {

// Bytes of the character that begins at `i`; 0: there is none.
size_t characterAt(std::string_view t, size_t i)
{
    const auto byte = [&](size_t k) { return static_cast<unsigned char>(t[k]); };
    const unsigned c = byte(i);
    if (c < 0x80) return 1;
    const size_t more = c >= 0xF0 && c <= 0xF4 ? 3 : c >= 0xE0 && c < 0xF0 ? 2 : c >= 0xC2 && c < 0xE0 ? 1 : 0;
    if (more == 0 || i + more >= t.size()) return 0;
    const unsigned next = byte(i + 1);
    // Over-long forms, surrogates and what is beyond Unicode.
    if ((c == 0xE0 && next < 0xA0) || (c == 0xED && next > 0x9F) || (c == 0xF0 && next < 0x90) || (c == 0xF4 && next > 0x8F))
        return 0;
    for (size_t k = 1; k <= more; ++k)
        if ((byte(i + k) & 0xC0u) != 0x80u) return 0;
    return more + 1;
}

// What is no character is replaced, byte by byte: iconv lets through what is beyond Unicode.
std::string mended(std::string_view t, size_t& replaced)
{
    std::string out;
    for (size_t i = 0; i < t.size();) {
        const size_t n = characterAt(t, i);
        out += n ? t.substr(i, n) : kReplacement;
        replaced += n == 0;
        i += std::max<size_t>(n, 1);
    }
    return out;
}

} // namespace

bool isUtf8(std::string_view t)
{
    for (size_t i = 0; i < t.size();) {
        const size_t n = characterAt(t, i);
        if (n == 0) return false;
        i += n;
    }
    return true;
}

DecodedText decodeText(std::string bytes)
{
    DecodedText out;
    const std::string_view b = bytes;
    if (b.starts_with("\xEF\xBB\xBF")) {
        out.encoding = "UTF-8";
        bytes.erase(0, 3);
        if (isUtf8(bytes))
            out.text = std::move(bytes);
        else
            out.text = mended(bytes, out.replaced);
    } else if (b.starts_with("\xFF\xFE") || b.starts_with("\xFE\xFF")) {
        out.encoding = "UTF-16";
        out.text = converted(b.substr(2), b[0] == '\xFF' ? "UTF-16LE" : "UTF-16BE", 2, out.replaced);
    } else if (zeroShare(b, 1) > 60 || zeroShare(b, 0) > 60) {
        out.encoding = "UTF-16";
        out.text = converted(b, zeroShare(b, 1) > 60 ? "UTF-16LE" : "UTF-16BE", 2, out.replaced);
    } else if (isUtf8(b)) {
        out.encoding = "UTF-8";
        out.text = std::move(bytes);
    } else {
        out.encoding = "Windows-1252";
        out.text = converted(b, "WINDOWS-1252", 1, out.replaced);
    }
    return out;
}

} // namespace wr
