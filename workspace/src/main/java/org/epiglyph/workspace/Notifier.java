package org.epiglyph.workspace;

import java.util.List;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.Executor;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.Consumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Notifies observers, one event after the other, in the order in which they occurred. */
final class Notifier {
    private static final Logger LOG = LoggerFactory.getLogger(Notifier.class);
    private final Executor thread;
    private final List<WorkspaceObserver> observers = new CopyOnWriteArrayList<>();
    private final Queue<Consumer<WorkspaceObserver>> news = new ConcurrentLinkedQueue<>();
    private final ReentrantLock telling = new ReentrantLock();

    /** @param thread runs tasks on the thread that observers expect, immediately if called there */
    Notifier(Executor thread) {
        this.thread = thread;
    }

    void add(WorkspaceObserver observer) {
        observers.add(observer);
    }

    void remove(WorkspaceObserver observer) {
        observers.remove(observer);
    }

    /** Queues an event; the caller ensures the order. */
    void line(Consumer<WorkspaceObserver> one) {
        news.add(one);
    }

    /** Delivers all queued events. Events caused by an observer are delivered after the one it is reacting to. */
    void tell() {
        thread.execute(this::tellAll);
    }

    private void tellAll() {
        if (telling.isHeldByCurrentThread()) {
            return;
        }
        telling.lock();
        try {
            for (Consumer<WorkspaceObserver> one = news.poll(); one != null; one = news.poll()) {
                for (WorkspaceObserver observer : observers) {
                    tell(observer, one);
                }
            }
        } finally {
            telling.unlock();
        }
    }

    private static void tell(WorkspaceObserver observer, Consumer<WorkspaceObserver> one) {
        try {
            one.accept(observer);
        } catch (RuntimeException | Error e) {
            LOG.error("An observer failed", e);
        }
    }
}
