package org.epiglyph.places;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class WholeFileTest {
    @TempDir
    private Path folder;

    private static Stream<Throwable> failures() {
        return Stream.of(new IOException("full"), new IllegalStateException("odd"), new OutOfMemoryError("none"));
    }

    @Test
    void replacesTheOldFileOnceTheNewOneIsComplete() throws IOException {
        Path file = Files.writeString(folder.resolve("a.txt"), "old");
        WholeFile.write(file, beside -> {
            Files.writeString(beside, "new");
            assertThat(file).hasContent("old");
            assertThat(beside.getParent()).isEqualTo(folder);
        });
        assertThat(file).hasContent("new");
        assertThat(names()).containsExactly("a.txt");
    }

    @ParameterizedTest
    @MethodSource("failures")
    void anyFailureLeavesTheOldFileAndNoPartialOne(Throwable failure) throws IOException {
        Path file = Files.writeString(folder.resolve("a.txt"), "old");
        assertThatThrownBy(() -> WholeFile.write(file, beside -> {
            Files.writeString(beside, "ne");
            switch (failure) {
                case IOException e -> throw e;
                case RuntimeException e -> throw e;
                default -> throw (Error) failure;
            }
        })).isSameAs(failure);
        assertThat(file).hasContent("old");
        assertThat(names()).containsExactly("a.txt");
    }

    @Test
    void refusesAMissingFolder() {
        assertThatThrownBy(() -> WholeFile.write(folder.resolve("none/a.txt"), b -> Files.writeString(b, "x")))
                .isInstanceOf(IOException.class);
        assertThat(folder.resolve("none")).doesNotExist();
    }

    private List<String> names() throws IOException {
        try (Stream<Path> all = Files.list(folder)) {
            return all.map(p -> p.getFileName().toString()).toList();
        }
    }

    @Test
    void concurrentWritersLeaveAWholeFile() throws Exception {
        Path file = folder.resolve("one.txt");
        AtomicInteger writing = new AtomicInteger();
        try (ExecutorService hands = Executors.newFixedThreadPool(4)) {
            List<Future<?>> all = new ArrayList<>();
            for (int hand = 0; hand < 4; hand++) {
                String line = "hand " + hand + "\n";
                all.add(hands.submit(() -> {
                    for (int i = 0; i < 50; i++) {
                        WholeFile.write(file, beside -> {
                            assertThat(writing.incrementAndGet()).as("one at a time").isEqualTo(1);
                            for (int k = 0; k < 20; k++) {
                                Files.writeString(beside, line, StandardOpenOption.CREATE, StandardOpenOption.APPEND);
                            }
                            writing.decrementAndGet();
                        });
                    }
                    return null;
                }));
            }
            for (Future<?> one : all) {
                one.get();
            }
        }
        List<String> lines = Files.readAllLines(file);
        assertThat(lines).hasSize(20).containsOnly(lines.getFirst());
    }

    @Test
    void anInterruptedWriterFinishesAndStaysInterrupted() throws Exception {
        Path file = folder.resolve("one.txt");
        CountDownLatch begun = new CountDownLatch(1);
        CountDownLatch goOn = new CountDownLatch(1);
        Thread first = Thread.ofVirtual().start(() -> write(file, beside -> {
            begun.countDown();
            goOn.await();
            Files.writeString(beside, "first");
        }));
        begun.await();
        AtomicBoolean stopped = new AtomicBoolean();
        Thread second = Thread.ofVirtual().start(() -> {
            write(file, beside -> Files.writeString(beside, "second"));
            stopped.set(Thread.currentThread().isInterrupted());
        });
        second.interrupt();
        goOn.countDown();
        first.join();
        second.join();
        assertThat(file).hasContent("second");
        assertThat(stopped).isTrue();
    }

    private interface Hand {
        void to(Path beside) throws Exception;
    }

    private static void write(Path file, Hand hand) {
        try {
            WholeFile.write(file, beside -> {
                try {
                    hand.to(beside);
                } catch (InterruptedException e) {
                    throw new IllegalStateException(e);
                } catch (IOException e) {
                    throw e;
                } catch (Exception e) {
                    throw new IllegalStateException(e);
                }
            });
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
