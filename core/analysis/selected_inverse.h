// The entries of an inverse that stand where its factor has some: for the price of about two factorisations, flexibilities
// between all freedoms that an element, or whatever was made to look like one, joins.
#pragma once

#include <cstddef>
#include <vector>

struct cholmod_factor_struct;

namespace wr {

class SelectedInverse
{
public:
    // Of a supernodal LLᵀ factor in double precision, in whose place it is put: the factor is none any more, and lends its
    // memory until it is computed anew.
    void compute(cholmod_factor_struct& factor);
    bool empty() const { return values_ == nullptr; }
    // Entry of the inverse; both must have stood together in an entry of the matrix (or of its factor). Others are a bug: 0.
    double at(int row, int column) const;

private:
    // As CHOLMOD has them: columns, rows and values of each supernode; its rows begin with its own columns.
    std::vector<int> super_, rowsFrom_, rows_, ofColumn_, place_; // place_: of a row of the matrix in the factor's order
    std::vector<std::size_t> valuesFrom_;
    double* values_ = nullptr; // column by column, all rows of the supernode
};

} // namespace wr
