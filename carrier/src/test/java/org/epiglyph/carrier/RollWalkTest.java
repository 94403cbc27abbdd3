package org.epiglyph.carrier;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.time.ZoneId;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import java.util.stream.IntStream;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.phrases.Phrasebook;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.MarkScheme;
import org.epiglyph.core.task.Task;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

class RollWalkTest {
    private volatile Batch batch = classOf(5);
    private final RollWalk walk = new RollWalk(() -> batch);
    private final Set<StudentKey> done = new HashSet<>();
    private final BlockingQueue<StudentKey> met = new LinkedBlockingQueue<>();
    private final Thread walker = new Thread(this::work, "walker");
    private volatile Consumer<StudentKey> meeting = _ -> {};

    private static Batch classOf(int students) {
        return Batch.collected(new Task("t", "", "Work", "", Optional.empty(), ZoneId.of("UTC"), BigDecimal.TEN),
                MarkScheme.single(BigDecimal.TEN), Phrasebook.EMPTY,
                IntStream.range(0, students).mapToObj(i -> Submission.untouched(student(i), List.of())).toList());
    }

    private static Student student(int i) {
        return new Student(new StudentKey("K-" + i), "Given" + i, "Family" + i, "");
    }

    private static StudentKey key(int i) {
        return student(i).key();
    }

    private void work() {
        try {
            for (Optional<StudentKey> next = next(); next.isPresent(); next = next()) {
                done.add(next.get());
                meeting.accept(next.get());
                met.add(next.get());
            }
            met.add(new StudentKey("the end"));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private Optional<StudentKey> next() throws InterruptedException {
        return walk.next(s -> Optional.of(s.student().key()).filter(k -> !done.contains(k)));
    }

    private void assertNext(StudentKey... keys) throws InterruptedException {
        for (StudentKey key : keys) {
            assertThat(met.poll(10, TimeUnit.SECONDS)).isEqualTo(key);
        }
    }

    @AfterEach
    void end() throws InterruptedException {
        walk.end();
        walker.join(10_000);
        assertThat(walker.isAlive()).isFalse();
    }

    @Test
    void startsWithTheWantedStudentAndWrapsAround() throws Exception {
        walk.want(key(3));
        walker.start();
        assertNext(key(3), key(4), key(0), key(1), key(2));
        assertThat(met.poll(200, TimeUnit.MILLISECONDS)).as("it waits").isNull();
        walk.end();
        assertNext(new StudentKey("the end"));
        assertThat(walk.isEnded()).isTrue();
    }

    @Test
    void revisitsStudentsWantedAgainOrAddedLater() throws Exception {
        walk.want(key(0));
        walker.start();
        assertNext(key(0), key(1), key(2), key(3), key(4));
        batch = batch.apply(new Edit.Enrol(student(5)));
        assertThat(met.poll(200, TimeUnit.MILLISECONDS)).as("nobody is wanted").isNull();
        walk.want(key(2));
        assertNext(key(5));
        walk.want(new StudentKey("nobody"));
        assertThat(met.poll(200, TimeUnit.MILLISECONDS)).as("everything is done").isNull();
    }

    @Test
    void retriesFailuresOnceAfterTheOthers() throws Exception {
        Set<StudentKey> failing = new HashSet<>(Set.of(key(1), key(4)));
        meeting = k -> {
            if (failing.remove(k)) {
                walk.again(50, () -> done.removeAll(Set.of(key(1), key(4))));
            }
        };
        walk.want(key(0));
        walker.start();
        assertNext(key(0), key(1), key(2), key(3), key(4));
        assertThat(List.of(met.poll(10, TimeUnit.SECONDS), met.poll(10, TimeUnit.SECONDS)))
                .containsExactlyInAnyOrder(key(1), key(4));
        assertThat(met.poll(300, TimeUnit.MILLISECONDS)).as("it is tried once").isNull();
    }

    @Test
    void aWantedStudentSkipsTheRetryDelay() throws Exception {
        meeting = k -> {
            if (k.equals(key(4))) {
                walk.again(600_000, () -> done.remove(key(0)));
            }
        };
        walk.want(key(0));
        walker.start();
        assertNext(key(0), key(1), key(2), key(3), key(4));
        batch = batch.apply(new Edit.Enrol(student(5)));
        walk.want(key(5));
        assertNext(key(5));
        assertThat(met.poll(200, TimeUnit.MILLISECONDS)).as("the attempt is not due").isNull();
    }

    @Test
    void walksAClassOnceItIsNoLongerEmpty() throws Exception {
        batch = classOf(0);
        walk.want(key(0));
        walker.start();
        assertThat(met.poll(200, TimeUnit.MILLISECONDS)).isNull();
        batch = classOf(2);
        walk.want(key(1));
        assertNext(key(1), key(0));
    }
}
