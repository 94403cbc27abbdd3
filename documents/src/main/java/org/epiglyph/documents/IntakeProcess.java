package org.epiglyph.documents;

import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.epiglyph.core.Message;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.documents.rendition.Renditions;
import org.epiglyph.places.TemporaryFolder;

/**
 * Examines received files in a process of its own, with limits of its own: whatever a file does to it, only the
 * examination of that file ends, with a plain reason. The process starts with the first file and stays for the
 * following ones; one that ended is restarted. One file at a time; thread-safe.
 */
public final class IntakeProcess implements AutoCloseable {
    private static final Duration USUAL = Duration.ofSeconds(60);
    private static final Duration WITH_OFFICE_PROGRAM = Duration.ofSeconds(180);
    private static final long MOST_WRITTEN = 1L << 30;
    private static final int TICK_MILLIS = 100;
    private static final int OUT_OF_MEMORY = 3; // the exit status of ExitOnOutOfMemoryError
    private final String heap;
    private final Optional<Duration> patience;
    private static final int MOST_SERVED = 500; // then a fresh process, whatever the libraries have accumulated
    private volatile Running running;
    private volatile boolean closed;
    private int served;
    private int lastEnd;

    /** A process with the usual limits. */
    public IntakeProcess() {
        this("-Xmx640m", Optional.empty());
    }

    /** @param patience how long one file may take; empty for the usual time of its kind */
    IntakeProcess(String heap, Optional<Duration> patience) {
        this.heap = heap;
        this.patience = patience;
    }

    private record Running(Process process, TemporaryFolder folder, DataInputStream in, DataOutputStream out) {}

    /**
     * Like {@link Intake#examine}.
     *
     * @throws IOException if the disk fails, the process cannot be started, or this is closed meanwhile
     */
    public Pages examine(Path file, Path rendition) throws IOException {
        return ask(file, rendition, null);
    }

    /** Like {@link Intake#unlock}. */
    public Pages unlock(Path file, Path rendition, String password) throws IOException {
        return ask(file, rendition, password);
    }

    /**
     * A process that has examined other files may have died because of those; so the file is retried once in a fresh
     * one.
     */
    private synchronized Pages ask(Path file, Path rendition, String password) throws IOException {
        if (served >= MOST_SERVED) {
            end();
        }
        boolean used = running != null && served > 0;
        Optional<Pages> answer = attempt(file, rendition, password);
        if (answer.isEmpty() && used && !closed) {
            answer = attempt(file, rendition, password);
        }
        if (answer.isEmpty() && closed) {
            throw new IOException("Stopped while a file was looked at");
        }
        return answer.orElseGet(() -> new Pages.None(lastEnd == OUT_OF_MEMORY
                ? Message.of(Intake.class, "tooLarge")
                : Message.of(IntakeProcess.class, "crashed")));
    }

    /** @return empty if the process ended during it */
    private Optional<Pages> attempt(Path file, Path rendition, String password) throws IOException {
        Running helper = started();
        served++;
        CompletableFuture<Pages> answer = new CompletableFuture<>();
        Thread.ofVirtual().start(() -> {
            try {
                helper.out.writeBoolean(password != null);
                if (password != null) {
                    helper.out.writeUTF(password);
                }
                helper.out.writeUTF(file.toAbsolutePath().toString());
                helper.out.writeUTF(rendition.toAbsolutePath().toString());
                helper.out.flush();
                answer.complete(IntakeHelper.IntakeAnswer.read(helper.in));
            } catch (IOException | RuntimeException e) {
                answer.completeExceptionally(e);
            }
        });
        try {
            return await(helper, answer, rendition, System.nanoTime() + timeLimit(file).toNanos());
        } finally {
            if (!answer.isDone() || answer.isCompletedExceptionally()) {
                end();
                Files.deleteIfExists(rendition.resolveSibling(rendition.getFileName() + ".part"));
            }
        }
    }

    private Optional<Pages> await(Running helper, CompletableFuture<Pages> answer, Path rendition, long until)
            throws IOException {
        Path part = rendition.resolveSibling(rendition.getFileName() + ".part");
        while (true) {
            try {
                return Optional.of(answer.get(TICK_MILLIS, TimeUnit.MILLISECONDS));
            } catch (TimeoutException e) {
                if (System.nanoTime() - until > 0) {
                    return Optional.of(new Pages.None(Message.of(IntakeProcess.class, "tooSlow")));
                }
                if (written(part) > MOST_WRITTEN) {
                    return Optional.of(new Pages.None(Message.of(IntakeProcess.class, "grows")));
                }
            } catch (ExecutionException e) {
                if (e.getCause() instanceof IntakeHelper.DiskFailed disk) {
                    throw disk;
                }
                lastEnd = exitValue(helper);
                return Optional.empty();
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new IOException("Stopped while a file was looked at", e);
            }
        }
    }

    /** Bytes written so far; 0 before it is begun, and once it has been moved to its target. */
    private static long written(Path part) throws IOException {
        try {
            return Files.size(part);
        } catch (NoSuchFileException e) {
            return 0;
        }
    }

    private static int exitValue(Running helper) throws IOException {
        try {
            return helper.process.waitFor(5, TimeUnit.SECONDS) ? helper.process.exitValue() : 0;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException("Stopped while a file was looked at", e);
        }
    }

    private Duration timeLimit(Path file) throws IOException {
        if (patience.isPresent()) {
            return patience.get();
        }
        String head = new String(Renditions.head(file, 5), java.nio.charset.StandardCharsets.ISO_8859_1);
        Duration usual = head.startsWith("PK") || head.startsWith("{\\rtf") ? WITH_OFFICE_PROGRAM : USUAL;
        return usual.plusSeconds(Files.size(file) >> 20); // a large file is not a hostile one
    }

    private Running started() throws IOException {
        if (running == null || !running.process.isAlive()) {
            end();
            TemporaryFolder folder = TemporaryFolder.make("intake");
            Process process = new ProcessBuilder(command(folder.path())).redirectError(ProcessBuilder.Redirect.DISCARD)
                    .start();
            running = new Running(process, folder,
                    new DataInputStream(new BufferedInputStream(process.getInputStream())),
                    new DataOutputStream(new BufferedOutputStream(process.getOutputStream())));
        }
        return running;
    }

    private List<String> command(Path temporary) {
        return List.of(Path.of(System.getProperty("java.home"), "bin", "java").toString(), heap, "-XX:+UseSerialGC",
                "-XX:+ExitOnOutOfMemoryError", "-XX:MaxMetaspaceSize=256m", "-XX:MaxDirectMemorySize=256m",
                "-Xshare:auto",
                "-Djava.awt.headless=true", "-Djava.io.tmpdir=" + temporary,
                "-Depiglyph.office=" + System.getProperty("epiglyph.office", ""), "-Depiglyph.logs=" + temporary,
                "--enable-native-access=ALL-UNNAMED", "-cp", System.getProperty("java.class.path"),
                IntakeHelper.class.getName());
    }

    private void end() throws IOException {
        if (running != null) {
            Running ended = running;
            running = null;
            served = 0;
            ended.process.descendants().forEach(ProcessHandle::destroyForcibly);
            ended.process.destroyForcibly();
            try {
                ended.process.waitFor(5, TimeUnit.SECONDS);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
            ended.folder.close();
        }
    }

    /** Ends the process; a file being examined is not completed. */
    @Override
    public void close() throws IOException {
        closed = true;
        Running now = running;
        if (now != null) {
            now.process.descendants().forEach(ProcessHandle::destroyForcibly);
            now.process.destroyForcibly(); // without waiting for the caller of examine
        }
        synchronized (this) {
            end();
        }
    }
}
