#include "core/paper/fonts.h"

#include <cairo-ft.h>
#include <cairo.h>
#include <fontconfig/fontconfig.h>
#include <ft2build.h>
#include FT_FREETYPE_H

#include <array>
#include <mutex>
#include <numbers>
#include <shared_mutex>
#include <unordered_map>

namespace wr {

namespace {

// The library locks the face it draws with: measuring has one of its own.
struct LoadedFace
{
    FT_Face ft = nullptr, drawn = nullptr;
    cairo_font_face_t* cairo = nullptr;
};

struct Glyph
{
    const LoadedFace* face = nullptr;
    unsigned index = 0;
    double advance = 0; // of a size of 1
};

// The character at a place, and how long it is; what is no UTF-8 is the sign for that.
char32_t characterAt(std::string_view s, size_t at, size_t& bytes)
{
    bytes = characterBytes(s, at);
    const auto b = [&](size_t k) { return static_cast<unsigned char>(s[at + k]); };
    const unsigned char lead = b(0);
    if (lead < 0x80 && bytes == 1) return lead;
    const auto rest = [&](size_t k) { return static_cast<char32_t>(b(k) & 0x3F); };
    if (bytes == 2 && lead >= 0xC2 && lead < 0xE0) return (static_cast<char32_t>(lead & 0x1F) << 6) | rest(1);
    if (bytes == 3 && lead >= 0xE0 && lead < 0xF0) return (static_cast<char32_t>(lead & 0x0F) << 12) | (rest(1) << 6) | rest(2);
    if (bytes == 4 && lead >= 0xF0 && lead < 0xF5)
        return (static_cast<char32_t>(lead & 0x07) << 18) | (rest(1) << 12) | (rest(2) << 6) | rest(3);
    return 0xFFFD;
}

} // namespace

struct PaperFonts::Faces
{
    FT_Library library = nullptr;
    std::array<LoadedFace, 3> main; // by Face
    std::vector<std::unique_ptr<LoadedFace>> others;
    std::unordered_map<std::string, const LoadedFace*> byFile;
    static constexpr char32_t kCommon = 0x2300; // letters, signs and arrows that most words are made of
    std::array<std::vector<Glyph>, 3> common;
    std::array<std::unordered_map<char32_t, Glyph>, 3> rare;
    std::shared_mutex guard;

    LoadedFace load(const std::string& file, int index)
    {
        LoadedFace out;
        if (FT_New_Face(library, file.c_str(), index, &out.ft) != 0) return {};
        if (FT_New_Face(library, file.c_str(), index, &out.drawn) == 0)
            out.cairo = cairo_ft_font_face_create_for_ft_face(out.drawn, FT_LOAD_NO_HINTING);
        return out;
    }

    // The file of the face that fits a wish best.
    static std::pair<std::string, int> fileFor(const char* family, int weight, int slant, char32_t character)
    {
        FcPattern* wish = FcPatternCreate();
        if (family) FcPatternAddString(wish, FC_FAMILY, reinterpret_cast<const FcChar8*>(family));
        FcPatternAddInteger(wish, FC_WEIGHT, weight);
        FcPatternAddInteger(wish, FC_SLANT, slant);
        FcPatternAddBool(wish, FC_SCALABLE, FcTrue);
        FcCharSet* set = nullptr;
        if (character) {
            set = FcCharSetCreate();
            FcCharSetAddChar(set, character);
            FcPatternAddCharSet(wish, FC_CHARSET, set);
        }
        FcConfigSubstitute(nullptr, wish, FcMatchPattern);
        FcDefaultSubstitute(wish);
        FcResult result{};
        FcPattern* found = FcFontMatch(nullptr, wish, &result);
        std::pair<std::string, int> out{"", 0};
        if (found) {
            FcChar8* file = nullptr;
            if (FcPatternGetString(found, FC_FILE, 0, &file) == FcResultMatch) out.first = reinterpret_cast<const char*>(file);
            FcPatternGetInteger(found, FC_INDEX, 0, &out.second);
            FcPatternDestroy(found);
        }
        FcPatternDestroy(wish);
        if (set) FcCharSetDestroy(set);
        return out;
    }

    static Glyph glyphOf(const LoadedFace& f, char32_t c)
    {
        if (!f.ft) return {};
        const unsigned index = FT_Get_Char_Index(f.ft, c);
        if (FT_Load_Glyph(f.ft, index, FT_LOAD_NO_SCALE) != 0) return {};
        return {&f, index, static_cast<double>(f.ft->glyph->metrics.horiAdvance) / f.ft->units_per_EM};
    }

    Faces()
    {
        FT_Init_FreeType(&library);
        const std::array<std::pair<int, int>, 3> wishes{
            {{FC_WEIGHT_REGULAR, FC_SLANT_ROMAN}, {FC_WEIGHT_DEMIBOLD, FC_SLANT_ROMAN}, {FC_WEIGHT_REGULAR, FC_SLANT_ITALIC}}};
        for (size_t k = 0; k < main.size(); ++k) {
            const auto [file, index] = fileFor("Inter", wishes[k].first, wishes[k].second, 0);
            main[k] = load(file, index);
            common[k].resize(kCommon);
            for (char32_t c = 32; c < kCommon && main[k].ft; ++c)
                if (FT_Get_Char_Index(main[k].ft, c) != 0) common[k][c] = glyphOf(main[k], c);
        }
    }
    ~Faces()
    {
        const auto drop = [](LoadedFace& f) {
            if (f.cairo) cairo_font_face_destroy(f.cairo);
            // The library of FreeType faces goes with the program: drawings may still hold a face.
        };
        for (LoadedFace& f : main)
            drop(f);
        for (const auto& f : others)
            drop(*f);
    }

    Glyph glyph(char32_t c, Face face)
    {
        const auto k = static_cast<size_t>(face);
        if (c < kCommon && common[k][c].face) return common[k][c];
        {
            const std::shared_lock<std::shared_mutex> lock(guard);
            if (const auto it = rare[k].find(c); it != rare[k].end()) return it->second;
        }
        const std::lock_guard<std::shared_mutex> lock(guard);
        Glyph out;
        if (main[k].ft && FT_Get_Char_Index(main[k].ft, c) != 0)
            out = glyphOf(main[k], c);
        else if (c >= 32) {
            const auto [file, index] = fileFor(nullptr, face == Face::Strong ? FC_WEIGHT_DEMIBOLD : FC_WEIGHT_REGULAR,
                                               face == Face::Italic ? FC_SLANT_ITALIC : FC_SLANT_ROMAN, c);
            const LoadedFace*& at = byFile[file + "#" + std::to_string(index)];
            if (!at && !file.empty()) {
                others.push_back(std::make_unique<LoadedFace>(load(file, index)));
                at = others.back().get();
            }
            if (at) out = glyphOf(*at, c);
        }
        rare[k][c] = out;
        return out;
    }
};

PaperFonts::PaperFonts() : faces_(std::make_unique<Faces>()) {}
PaperFonts::~PaperFonts() = default;

const PaperFonts& paperFonts()
{
    static const PaperFonts all;
    return all;
}

namespace {
constexpr std::string_view kNoCharacter = "\xEF\xBF\xBD";
}

std::string wellFormed(std::string_view s)
{
    std::string out;
    for (size_t k = 0, n = 0; k < s.size(); k += n)
        out += characterAt(s, k, n) == 0xFFFD ? kNoCharacter : s.substr(k, n);
    return out;
}

double PaperFonts::advance(std::string_view s, Face face, double size) const
{
    double out = 0;
    for (size_t k = 0, n = 0; k < s.size(); k += n)
        out += faces_->glyph(characterAt(s, k, n), face).advance;
    return out * size;
}

namespace {

void setInk(cairo_t* to, Ink ink)
{
    const auto part = [&](int shift) { return static_cast<double>((ink >> shift) & 0xFF) / 255; };
    cairo_set_source_rgb(to, part(16), part(8), part(0));
}

void drawPath(cairo_t* to, const PathMark& p)
{
    size_t k = 0;
    for (const PathMark::Op op : p.ops)
        switch (op) {
        case PathMark::Op::Move: cairo_move_to(to, p.spots[k].x, p.spots[k].y), ++k; break;
        case PathMark::Op::Line: cairo_line_to(to, p.spots[k].x, p.spots[k].y), ++k; break;
        case PathMark::Op::Curve:
            cairo_curve_to(to, p.spots[k].x, p.spots[k].y, p.spots[k + 1].x, p.spots[k + 1].y, p.spots[k + 2].x,
                           p.spots[k + 2].y);
            k += 3;
            break;
        case PathMark::Op::Close: cairo_close_path(to); break;
        }
    if (p.fill) {
        setInk(to, *p.fill);
        cairo_set_fill_rule(to, CAIRO_FILL_RULE_EVEN_ODD);
        p.stroke ? cairo_fill_preserve(to) : cairo_fill(to);
    }
    if (p.stroke) {
        setInk(to, *p.stroke);
        cairo_set_line_width(to, p.width);
        cairo_set_dash(to, p.dash.data(), p.dash[0] > 0 ? 2 : 0, 0);
        cairo_set_line_join(to, CAIRO_LINE_JOIN_ROUND);
        cairo_stroke(to);
    }
    cairo_new_path(to);
}

} // namespace

namespace {

// Words that follow each other in one face, size and ink are shown by one call: a call costs more than its glyphs.
class GlyphRun
{
public:
    explicit GlyphRun(cairo_t* to) : to_(to) {}
    void add(const LoadedFace* face, double size, Ink ink, std::string_view bytes, cairo_glyph_t glyph)
    {
        if (face != face_ || size != size_ || ink != ink_) {
            show();
            face_ = face, size_ = size, ink_ = ink;
        }
        text_ += bytes;
        glyphs_.push_back(glyph);
        clusters_.push_back({static_cast<int>(bytes.size()), 1});
    }
    void show()
    {
        if (!glyphs_.empty() && face_ && face_->cairo) {
            setInk(to_, ink_);
            cairo_set_font_face(to_, face_->cairo);
            cairo_set_font_size(to_, size_);
            cairo_show_text_glyphs(to_, text_.data(), static_cast<int>(text_.size()), glyphs_.data(),
                                   static_cast<int>(glyphs_.size()), clusters_.data(), static_cast<int>(clusters_.size()),
                                   static_cast<cairo_text_cluster_flags_t>(0));
        }
        text_.clear();
        glyphs_.clear();
        clusters_.clear();
    }

private:
    cairo_t* to_;
    const LoadedFace* face_ = nullptr;
    double size_ = 0;
    Ink ink_ = 0;
    std::string text_;
    std::vector<cairo_glyph_t> glyphs_;
    std::vector<cairo_text_cluster_t> clusters_;
};

} // namespace

void PaperFonts::draw(_cairo* to, const std::vector<Mark>& marks) const
{
    GlyphRun run(to);
    for (const Mark& m : marks) {
        const auto* t = std::get_if<TextMark>(&m);
        if (!t) {
            run.show();
            drawPath(to, std::get<PathMark>(m));
            continue;
        }
        const bool turned = t->turn != 0;
        if (turned) {
            run.show();
            cairo_save(to);
            cairo_translate(to, t->x, t->y);
            cairo_rotate(to, -t->turn * std::numbers::pi / 180);
        }
        double x = turned ? 0 : t->x;
        const double y = turned ? 0 : t->y;
        for (size_t k = 0, n = 0; k < t->text.size(); k += n) {
            const char32_t c = characterAt(t->text, k, n);
            const Glyph g = faces_->glyph(c, t->face);
            // The library stops drawing at bytes that are no UTF-8.
            run.add(g.face, t->size, t->ink, c == 0xFFFD ? kNoCharacter : std::string_view(t->text).substr(k, n),
                    {g.index, x, y});
            x += g.advance * t->size;
        }
        if (turned) {
            run.show();
            cairo_restore(to);
        }
    }
    run.show();
}

Pixels paint(const std::vector<Mark>& marks, double width, double height, double scale)
{
    Pixels out;
    out.width = std::max(1, static_cast<int>(width * scale + 0.5));
    out.height = std::max(1, static_cast<int>(height * scale + 0.5));
    out.values.assign(static_cast<size_t>(out.width) * static_cast<size_t>(out.height), 0xFFFFFFFFu);
    cairo_surface_t* s = cairo_image_surface_create_for_data(reinterpret_cast<unsigned char*>(out.values.data()),
                                                             CAIRO_FORMAT_ARGB32, out.width, out.height, out.width * 4);
    cairo_t* c = cairo_create(s);
    cairo_scale(c, scale, scale);
    cairo_font_options_t* o = cairo_font_options_create();
    cairo_font_options_set_hint_metrics(o, CAIRO_HINT_METRICS_OFF);
    cairo_font_options_set_hint_style(o, CAIRO_HINT_STYLE_NONE);
    cairo_set_font_options(c, o);
    cairo_font_options_destroy(o);
    paperFonts().draw(c, marks);
    cairo_destroy(c);
    cairo_surface_flush(s);
    cairo_surface_destroy(s);
    return out;
}

} // namespace wr
