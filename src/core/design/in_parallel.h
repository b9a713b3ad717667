// SPDX-License-Identifier: GPL-3.0-or-later
// The same work on many things, on all cores. Private to core/design.
#pragma once

#include <algorithm>
#include <atomic>
#include <exception>
#include <mutex>
#include <thread>
#include <vector>

namespace ovant {

// Calls `work(i)` for each i below `count`, each once, in no order. What it throws is thrown here.
template <class Work>
void in_parallel(std::size_t count, Work work) {
    const std::size_t threads =
        std::min<std::size_t>(count, std::max(1u, std::thread::hardware_concurrency()));
    std::atomic<std::size_t> next = 0;
    std::exception_ptr thrown;
    std::mutex guard;
    const auto go = [&] {
        for (std::size_t i = next++; i < count; i = next++) {
            try {
                work(i);
            } catch (...) {
                const std::lock_guard lock(guard);
                if (!thrown) thrown = std::current_exception();
                next = count;
            }
        }
    };
    {
        std::vector<std::jthread> workers;
        for (std::size_t i = 1; i < threads; ++i) workers.emplace_back(go);
        go();
    }
    if (thrown) std::rethrow_exception(thrown);
}

}  // namespace ovant
