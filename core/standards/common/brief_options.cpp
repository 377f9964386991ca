#include "core/standards/common/brief_options.h"

#include <cmath>

namespace wr {

namespace {

using B = Brief;
using Kind = Option::Kind;

template <size_t Axis> struct FactorAccess
{
    static auto& of(Brief& b) { return b.k[Axis]; }
    static const auto& of(const Brief& b) { return b.k[Axis]; }
};

template <auto Member> void number(std::vector<BoundOption<B>>& t, Option o)
{
    o.kind = Kind::Number;
    if (std::isinf(o.least)) {
        o.least = 0;
        o.above = true;
    }
    t.push_back(bind<B, Member>(std::move(o)));
}
template <auto Member> void flag(std::vector<BoundOption<B>>& t, Option o)
{
    o.kind = Kind::Flag;
    o.standing = "false";
    t.push_back(bind<B, Member>(std::move(o)));
}
template <size_t Axis> void factor(std::vector<BoundOption<B>>& t, std::string_view key)
{
    t.push_back(
        bindBy<B, FactorAccess<Axis>>({.key = key,
                                       .kind = Kind::Number,
                                       .standing = Axis < 2 ? "as lengths.by says" : "1; 2 for free-ended members in torsion",
                                       .meaning = "effective length factor, where lengths says nothing",
                                       .least = 0,
                                       .above = true}));
}

std::vector<BoundOption<B>> make()
{
    std::vector<BoundOption<B>> t;
    number<&B::netAreaRatio>(t,
                             {.key = "netAreaRatio", .standing = "1", .meaning = "A_n/A_g for rupture in tension", .most = 1});
    number<&B::shearLag>(t, {.key = "shearLag", .standing = "1", .meaning = "U for rupture in tension", .most = 1});
    number<&B::cb>(
        t,
        {.key = "cb", .standing = "by the moments; 1 for free-ended cantilevers", .meaning = "C_b stated for every segment"});
    number<&B::cm>(t, {.key = "cm",
                       .standing = "by the moments; 1 for members loaded along their length",
                       .meaning = "equivalent uniform moment factors stated for all axes",
                       .most = 1});
    flag<&B::secondOrderIncluded>(
        t, {.key = "secondOrderIncluded", .meaning = "given forces hold all second-order effects, whatever their order says"});
    number<&B::torsionBelow>(t,
                             {.key = "torsionBelow",
                              .standing = "0.01",
                              .meaning = "torsion of open sections is neglected while its St Venant shear stress stays under "
                                         "this share of the shear yield stress",
                              .least = 0,
                              .most = 0.2});
    number<&B::slendernessCompression>(t, {.key = "slendernessCompression",
                                           .standing = "as the standard advises",
                                           .meaning = "limit of L/r in compression, advised"});
    number<&B::slendernessTension>(
        t, {.key = "slendernessTension", .standing = "as the standard advises", .meaning = "limit of L/r in tension, advised"});
    flag<&B::slendernessRequired>(t, {.key = "slendernessRequired", .meaning = "those limits are required"});
    number<&B::stiffenerSpacing>(t, {.key = "stiffenerSpacing",
                                     .standing = "none",
                                     .meaning = "clear distance of transverse web stiffeners",
                                     .quantity = Quantity::Length});
    flag<&B::tensionField>(
        t, {.key = "tensionField", .meaning = "post-buckling strength of webs in shear", .needs = "stiffenerSpacing"});
    t.push_back(bind<B, &B::loadHeight>({.key = "loadHeight",
                                         .kind = Kind::Word,
                                         .standing = "centroid",
                                         .meaning = "where loads between the holds act",
                                         .words = {"top", "centroid", "bottom"}}));
    number<&B::connectorSpacing>(t, {.key = "connectors.spacing",
                                     .standing = "connected at the ends only",
                                     .meaning = "distance of the connectors of a pair of angles",
                                     .quantity = Quantity::Length,
                                     .must = true});
    t.push_back(bind<B, &B::connectorsSnug>({.key = "connectors.joined",
                                             .kind = Kind::Word,
                                             .standing = "welded",
                                             .meaning = "how they are joined: welded, bolted pretensioned or bolted snug-tight",
                                             .words = {"welded", "snug", "pretensioned"}}));
    factor<0>(t, "k.major");
    factor<1>(t, "k.minor");
    factor<2>(t, "k.torsion");
    factor<3>(t, "k.top");
    factor<4>(t, "k.bottom");
    t.push_back(bind<B, &B::lengthsBy>({.key = "lengths.by",
                                        .kind = Kind::Word,
                                        .standing = "safe",
                                        .meaning = "which way gives the lengths of buckling about the major and the minor axis",
                                        .words = {"safe", "system", "ends", "frame", "buckling"}}));
    t.push_back(
        bind<B, &B::recommendedEnds>({.key = "lengths.ends",
                                      .kind = Kind::Word,
                                      .standing = "theoretical",
                                      .meaning = "fixed and pinned ends as in theory (G 0 and infinite; 0.5, 0.7, 1, 2) or "
                                                 "as recommended for design (G 1 and 10 at bases; 0.65, 0.8, 1.2, 2.1)",
                                      .words = {"theoretical", "recommended"}}));
    number<&B::ltbStress>(t, {.key = "statedStress.ltb",
                              .standing = "none",
                              .meaning = "critical stress found elsewhere, for sections without dimensions",
                              .quantity = Quantity::Stress,
                              .must = true});
    number<&B::localStress>(t, {.key = "statedStress.local",
                                .standing = "none",
                                .meaning = "critical stress of local buckling, the same",
                                .quantity = Quantity::Stress,
                                .must = true});
    t.push_back(bind<B, &B::angleAxes>({.key = "angleAxes",
                                        .kind = Kind::Word,
                                        .standing = "principal",
                                        .meaning = "axes about which a single angle bends",
                                        .words = {"principal", "legs", "legs-free", "legs-held-at-peak"}}));
    return t;
}

} // namespace

const std::vector<BoundOption<Brief>>& briefTable()
{
    static const auto table = make();
    return table;
}

} // namespace wr
