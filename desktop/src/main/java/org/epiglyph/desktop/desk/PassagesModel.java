package org.epiglyph.desktop.desk;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import org.epiglyph.carrier.CachedWords;
import org.epiglyph.carrier.ClassPassages;
import org.epiglyph.carrier.PlacedWords;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.passages.Corpus;
import org.epiglyph.core.passages.Pairs;
import org.epiglyph.core.passages.Source;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.Newest;
import org.epiglyph.desktop.frame.SerialExecutor;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.pages.PageImages;

/**
 * What the student on the desk has in common with the class, without any node; compared in the background once it is
 * wanted.
 */
final class PassagesModel {
    /** Interval at which intermediate results are reported while the class is read. */
    private static final long TOLD_NANOS = 700_000_000;
    private final DeskModel model;
    private final PageImages images;
    private final Consumer<Known> listener;
    private final Newest comparing = new Newest(SerialExecutor.thread());
    private final Newest pairing = new Newest(SerialExecutor.thread());
    private ClassPassages passages;
    private ClassPassages.Reach reach = new ClassPassages.Reach(true, true, Set.of());
    private boolean commonplace;

    /**
     * What is known about a student.
     *
     * @param submission the work that was compared
     * @param wordCount  how many of its words are compared; empty before it was read
     * @param common     the works with passages in common
     * @param looked     how many of the class have been looked at
     * @param complete   true once that is the whole class
     */
    record Known(Submission submission, Optional<Integer> wordCount, List<Corpus.Common> common, int looked,
            boolean complete) {}

    /**
     * The places of the words of two works.
     *
     * @param other     empty for a work whose pages must not be shown
     * @param elsewhere the other one's documents, if it is in another batch
     */
    record Pair(PlacedWords own, Optional<PlacedWords> other, List<Document> elsewhere) {}

    /** Which students of the class have passages in common. */
    record Class(List<Pairs.Pair> pairs, List<Set<StudentKey>> groups) {}

    /** @param listener receives what is known, repeatedly while the class is read */
    PassagesModel(DeskModel model, PageImages images, Consumer<Known> listener) {
        this.model = model;
        this.images = images;
        this.listener = listener;
        passages = passages();
    }

    private ClassPassages passages() {
        return new ClassPassages(new CachedWords(model.workspace().folder()), reach);
    }

    /** Includes or excludes what much of the class has. */
    void leaveOutCommonplace(boolean out) {
        commonplace = !out;
    }

    /** Includes or excludes quotations and lists of references. */
    void leaveOutQuotations(boolean out) {
        reach = new ClassPassages.Reach(out, reach.given(), reach.elsewhere());
        passages = passages();
    }

    /** Includes or excludes documents beside the pages. */
    void withGiven(boolean given) {
        reach = new ClassPassages.Reach(reach.ownAlone(), given, reach.elsewhere());
        passages = passages();
    }

    /** Compares with these other batches too. */
    void withElsewhere(Set<Path> elsewhere) {
        reach = new ClassPassages.Reach(reach.ownAlone(), reach.given(), elsewhere);
        passages = passages();
    }

    /** Compares the student on the desk with the class; works read before are not read again. */
    void compare() {
        Batch batch = model.batch();
        Submission submission = model.submission();
        ClassPassages here = passages;
        boolean withCommonplace = commonplace;
        comparing.startLong(turn -> {
            long[] last = {System.nanoTime()};
            here.read(batch, looked -> {
                if (System.nanoTime() - last[0] > TOLD_NANOS) {
                    last[0] = System.nanoTime();
                    report(turn, known(here, submission, withCommonplace, looked));
                }
                return turn.isWanted();
            });
            report(turn, known(here, submission, withCommonplace, batch.submissions().size()));
        }, model::refuse);
    }

    private void report(Newest.Turn turn, Known known) {
        turn.report(() -> listener.accept(known));
    }

    private static Known known(ClassPassages here, Submission submission, boolean commonplace, int looked) {
        StudentKey student = submission.student().key();
        return new Known(submission, here.wordCount(student), here.common(student, commonplace), looked,
                here.isComplete());
    }

    /**
     * Reads the places of the words of the student on the desk and of another work.
     *
     * @param failed called if they cannot be read; the reason has been reported
     */
    void pair(Source other, Consumer<Pair> then, Runnable failed) {
        Batch batch = model.batch();
        Submission own = model.submission();
        ClassPassages here = passages;
        pairing.start(() -> pair(here, batch, own, other), then, why -> {
            model.refuse(why);
            failed.run();
        });
    }

    private Pair pair(ClassPassages here, Batch batch, Submission own, Source other) throws Problem {
        PlacedWords mine = here.placed(own);
        return switch (other) {
            case Source.Mate(StudentKey student) ->
                new Pair(mine, Optional.of(here.placed(batch.submission(student))), List.of());
            case Source.Given(String document) ->
                new Pair(mine, batch.aids().find(document).map(here::placed), List.of());
            case Source.Elsewhere elsewhere -> {
                Optional<ClassPassages.OtherWork> work = batch.isCovered() // its pages would reveal whose they are
                        ? Optional.empty()
                        : here.placed(elsewhere);
                work.ifPresent(w -> images.addDocuments(w.pages()));
                yield new Pair(mine, work.map(ClassPassages.OtherWork::words),
                        work.map(ClassPassages.OtherWork::documents).orElse(List.of()));
            }
        };
    }

    /** Finds which students of the whole class have passages in common, once the class was read. */
    void pairs(Consumer<Class> then) {
        Batch batch = model.batch();
        ClassPassages here = passages;
        boolean withCommonplace = commonplace;
        comparing.startLong(turn -> {
            here.read(batch, _ -> turn.isWanted());
            List<Pairs.Pair> pairs = here.pairs(batch, withCommonplace, turn::isWanted);
            List<Set<StudentKey>> groups = Pairs.groups(pairs, batch.submissions().size());
            turn.report(() -> then.accept(new Class(pairs, groups)));
        }, model::refuse);
    }

    /** Stops comparing. */
    void stop() {
        comparing.drop();
        pairing.drop();
    }
}
