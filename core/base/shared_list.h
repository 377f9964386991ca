// A list of things that never change, shared between one state and the next: a state that differs in a few of them copies
// pointers, not things. Reads like a const vector; a thing is replaced, never changed.
#pragma once

#include <iterator>
#include <memory>
#include <utility>
#include <vector>

namespace wr {

template <class T> class SharedList
{
public:
    using Item = std::shared_ptr<const T>;
    using value_type = T;
    class const_iterator
    {
    public:
        using iterator_category = std::random_access_iterator_tag;
        using value_type = T;
        using difference_type = std::ptrdiff_t;
        using pointer = const T*;
        using reference = const T&;
        const_iterator() = default;
        explicit const_iterator(const Item* at) : at_(at) {}
        const T& operator*() const { return **at_; }
        const T* operator->() const { return at_->get(); }
        const T& operator[](difference_type n) const { return *at_[n]; }
        const_iterator& operator++()
        {
            ++at_;
            return *this;
        }
        const_iterator operator++(int) { return const_iterator(at_++); }
        const_iterator& operator--()
        {
            --at_;
            return *this;
        }
        const_iterator& operator+=(difference_type n)
        {
            at_ += n;
            return *this;
        }
        friend const_iterator operator+(const_iterator a, difference_type n) { return const_iterator(a.at_ + n); }
        friend difference_type operator-(const_iterator a, const_iterator b) { return a.at_ - b.at_; }
        friend bool operator==(const_iterator a, const_iterator b) { return a.at_ == b.at_; }
        friend auto operator<=>(const_iterator a, const_iterator b) { return a.at_ <=> b.at_; }

    private:
        const Item* at_ = nullptr;
    };

    size_t size() const { return items_.size(); }
    bool empty() const { return items_.empty(); }
    const T& operator[](size_t i) const { return *items_[i]; }
    const T& front() const { return *items_.front(); }
    const T& back() const { return *items_.back(); }
    const_iterator begin() const { return const_iterator(items_.data()); }
    const_iterator end() const { return const_iterator(items_.data() + items_.size()); }

    const Item& item(size_t i) const { return items_[i]; }
    void set(size_t i, Item item) { items_[i] = std::move(item); }
    void set(size_t i, T thing) { items_[i] = std::make_shared<const T>(std::move(thing)); }
    void push_back(Item item) { items_.push_back(std::move(item)); }
    void push_back(T thing) { items_.push_back(std::make_shared<const T>(std::move(thing))); }
    void reserve(size_t n) { items_.reserve(n); }
    void clear() { items_.clear(); }
    // All of them one thing.
    void assign(size_t n, const Item& item) { items_.assign(n, item); }
    // New places hold `item`.
    void resize(size_t n, const Item& item) { items_.resize(n, item); }

private:
    std::vector<Item> items_;
};

} // namespace wr
