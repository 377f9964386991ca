// A table whose copies share their rows until one of them is changed: copying a frame costs a pointer a table, whatever stands
// in it. Reading is as of a const vector; every call that may change something makes the rows this table's own first.
#pragma once

#include <atomic>
#include <initializer_list>
#include <memory>
#include <utility>
#include <vector>

namespace wr {

template <class T> class Rows
{
public:
    using List = std::vector<T>;
    using value_type = T;
    using size_type = size_t;
    using difference_type = std::ptrdiff_t;
    using reference = T&;
    using const_reference = const T&;
    using iterator = typename List::iterator;
    using const_iterator = typename List::const_iterator;

    Rows() = default;
    Rows(std::initializer_list<T> rows) : rows_(std::make_shared<List>(rows)) {}
    Rows(List rows) : rows_(std::make_shared<List>(std::move(rows))) {}
    Rows& operator=(std::initializer_list<T> rows)
    {
        rows_ = std::make_shared<List>(rows);
        return *this;
    }
    Rows& operator=(List rows)
    {
        rows_ = std::make_shared<List>(std::move(rows));
        return *this;
    }

    const List& list() const { return rows_ ? *rows_ : none(); }
    operator const List&() const { return list(); }
    // The rows to be changed: this table's own from here on.
    List& edit()
    {
        if (!rows_)
            rows_ = std::make_shared<List>();
        else if (rows_.use_count() > 1)
            rows_ = std::make_shared<List>(*rows_);
        else
            std::atomic_thread_fence(std::memory_order_acquire); // another thread may just have let go of it
        return *rows_;
    }
    // The same rows, not only equal ones: then nothing in them has changed.
    bool shares(const Rows& o) const { return rows_ == o.rows_; }
    bool operator==(const Rows& o) const { return shares(o) || list() == o.list(); }

    size_t size() const { return rows_ ? rows_->size() : 0; }
    bool empty() const { return size() == 0; }
    const T* data() const { return list().data(); }
    const_iterator begin() const { return list().begin(); }
    const_iterator end() const { return list().end(); }
    const T& operator[](size_t i) const { return (*rows_)[i]; }
    const T& at(size_t i) const { return list().at(i); }
    const T& front() const { return list().front(); }
    const T& back() const { return list().back(); }

    iterator begin() { return edit().begin(); }
    iterator end() { return edit().end(); }
    T& operator[](size_t i) { return edit()[i]; }
    T& at(size_t i) { return edit().at(i); }
    T& front() { return edit().front(); }
    T& back() { return edit().back(); }
    void push_back(const T& row) { edit().push_back(row); }
    void push_back(T&& row) { edit().push_back(std::move(row)); }
    template <class... A> T& emplace_back(A&&... a) { return edit().emplace_back(std::forward<A>(a)...); }
    template <class... A> auto insert(A&&... a) { return edit().insert(std::forward<A>(a)...); }
    template <class... A> auto erase(A&&... a) { return edit().erase(std::forward<A>(a)...); }
    template <class... A> void assign(A&&... a) { edit().assign(std::forward<A>(a)...); }
    void pop_back() { edit().pop_back(); }
    void reserve(size_t n) { edit().reserve(n); }
    void resize(size_t n) { edit().resize(n); }
    void clear() { rows_.reset(); }

private:
    static const List& none()
    {
        static const List list;
        return list;
    }
    std::shared_ptr<List> rows_;
};

template <class T, class F> size_t erase_if(Rows<T>& rows, F f)
{
    return std::erase_if(rows.edit(), f);
}

} // namespace wr
