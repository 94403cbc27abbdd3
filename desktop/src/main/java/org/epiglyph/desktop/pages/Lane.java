package org.epiglyph.desktop.pages;

import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.LinkedBlockingDeque;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.function.Function;
import org.epiglyph.core.Problem;
import org.epiglyph.documents.OpenDocument;

/**
 * Threads that work on pages, with a few open documents, of which the least recently used is closed first. The last
 * request is served first.
 */
final class Lane implements AutoCloseable {
    private final ExecutorService workers;
    private final int mostOpen;
    private final Function<String, Path> pdfOf;
    private final Map<String, OpenDocument> open = new LinkedHashMap<>(16, 0.75f, true);

    /**
     * @param name     prefix of the thread names
     * @param threads  number of threads
     * @param mostOpen how many documents stay open
     * @param pdfOf    returns a document's pages as PDF by the document's id
     */
    Lane(String name, int threads, int mostOpen, Function<String, Path> pdfOf) {
        workers = new ThreadPoolExecutor(threads, threads, 0, TimeUnit.SECONDS, new LastComeFirst(),
                Thread.ofPlatform().daemon().name(name, 1).factory());
        this.mostOpen = mostOpen;
        this.pdfOf = pdfOf;
    }

    /** Work that may fail because a document cannot be read. */
    interface Step<T> {
        T run() throws Problem;
    }

    /** A queue that serves the last request first, so that the page in sight does not wait for those scrolled past. */
    private static final class LastComeFirst extends LinkedBlockingDeque<Runnable> {
        private static final long serialVersionUID = 1;

        @Override
        public boolean offer(Runnable work) {
            return offerFirst(work);
        }
    }

    <T> CompletableFuture<T> inBackground(Step<T> step) {
        CompletableFuture<T> future = new CompletableFuture<>();
        try {
            workers.execute(() -> {
                try {
                    future.complete(step.run());
                } catch (Problem | RuntimeException | StackOverflowError | OutOfMemoryError e) {
                    future.completeExceptionally(e); // a page may be made to exhaust the program; only that page is lost
                }
            });
        } catch (RejectedExecutionException e) {
            future.completeExceptionally(e); // the desk was left meanwhile
        }
        return future;
    }

    /** The document, opened if necessary. */
    OpenDocument document(String id) throws Problem {
        synchronized (open) {
            OpenDocument document = open.get(id);
            if (document == null) {
                document = OpenDocument.open(pdfOf.apply(id));
                open.put(id, document);
                var oldest = open.entrySet().iterator();
                if (open.size() > mostOpen) {
                    release(oldest.next().getValue());
                    oldest.remove();
                }
            }
            return document;
        }
    }

    /** A document of which a page is still being drawn is closed when that ends, and nobody waits for it. */
    private static void release(OpenDocument document) {
        Thread.ofVirtual().name("closing a document").start(document::close);
    }

    @Override
    public void close() {
        workers.shutdownNow();
        synchronized (open) {
            open.values().forEach(Lane::release);
            open.clear();
        }
    }
}
