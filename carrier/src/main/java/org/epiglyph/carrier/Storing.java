package org.epiglyph.carrier;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import org.epiglyph.core.Message;
import org.epiglyph.exchange.archive.PathCheck;
import org.epiglyph.exchange.archive.ReceivedFile;
import org.epiglyph.workspace.Originals;

/**
 * Stores received files among the originals of a batch, several in parallel. Memory is bounded by one buffer per
 * thread.
 */
final class Storing {
    private static final int MOST_THREADS = 4;
    private final Originals originals;
    private final List<Job> jobs = new ArrayList<>();

    Storing(Originals originals) {
        this.originals = originals;
    }

    private record Job(String id, ReceivedFile file) {}

    /**
     * A stored file.
     *
     * @param failure why the source could not be read to its end; what could be read is stored
     */
    record Stored(Originals.Stored original, Optional<Message> failure) {}

    void add(String id, ReceivedFile file) {
        jobs.add(new Job(id, file));
    }

    /**
     * Stores all added files.
     *
     * @return what was stored, by id
     * @throws IOException if the disk fails
     * @throws CancellationException if the progress asked to stop; in both cases everything stored is deleted again
     */
    Map<String, Storing.Stored> run(Progress progress) throws IOException {
        ExecutorService threads = Executors.newFixedThreadPool(
                Math.clamp(Runtime.getRuntime().availableProcessors(), 1, MOST_THREADS),
                Thread.ofPlatform().daemon().name("storing-", 1).factory());
        boolean done = false;
        try {
            List<Future<Stored>> waiting = jobs.stream().map(job -> threads.submit(() -> store(job))).toList();
            Map<String, Stored> stored = new HashMap<>();
            for (int i = 0; i < jobs.size(); i++) {
                progress.at(PathCheck.printable(jobs.get(i).file.path()), i, jobs.size());
                stored.put(jobs.get(i).id, waiting.get(i).get());
            }
            done = true;
            return stored;
        } catch (ExecutionException e) {
            throw e.getCause() instanceof IOException io ? io : new IOException(e.getCause());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new CancellationException();
        } finally {
            end(threads, done);
        }
    }

    private void end(ExecutorService threads, boolean done) throws IOException {
        if (done) {
            threads.shutdown();
            return;
        }
        threads.shutdownNow();
        try {
            threads.awaitTermination(10, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        for (Job job : jobs) {
            originals.remove(job.id);
        }
    }

    private Stored store(Job job) throws IOException {
        try (SourceStream bytes = new SourceStream(job.file)) {
            String path = job.file.path();
            Originals.Stored original = originals.store(job.id, path.substring(path.lastIndexOf('/') + 1), bytes);
            return new Stored(original, bytes.failure());
        }
    }
}
