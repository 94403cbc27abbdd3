package org.epiglyph.desktop;

import java.lang.management.ManagementFactory;
import java.lang.management.ThreadMXBean;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import javafx.application.Platform;

/**
 * Measures the longest time for which the interface thread was busy with one task: its own CPU time until it reached
 * the next queued task. Unlike clock time, it does not grow on a busy machine.
 */
final class StallWatch implements AutoCloseable {
    private static final ThreadMXBean THREADS = ManagementFactory.getThreadMXBean();
    private final AtomicLong longest = new AtomicLong();
    private final Thread thread;
    private volatile boolean ending;

    StallWatch() throws InterruptedException {
        AtomicLong id = new AtomicLong();
        CountDownLatch known = new CountDownLatch(1);
        Platform.runLater(() -> {
            id.set(Thread.currentThread().threadId());
            known.countDown();
        });
        known.await();
        thread = Thread.ofPlatform().daemon().name("watching for stalls").start(() -> watch(id.get()));
    }

    private void watch(long interfaceThread) {
        try {
            while (!ending) {
                long before = THREADS.getThreadCpuTime(interfaceThread);
                CountDownLatch reached = new CountDownLatch(1);
                Platform.runLater(reached::countDown);
                reached.await();
                longest.accumulateAndGet(THREADS.getThreadCpuTime(interfaceThread) - before, Math::max);
                TimeUnit.MILLISECONDS.sleep(2);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** The longest so far, in milliseconds of CPU time; resets. */
    long takeMillis() {
        return TimeUnit.NANOSECONDS.toMillis(longest.getAndSet(0));
    }

    @Override
    public void close() {
        ending = true;
        thread.interrupt();
    }
}
