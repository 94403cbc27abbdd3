package org.epiglyph.desktop.desk;

import java.util.List;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.epiglyph.core.Letters;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.phrases.Phrase;
import org.epiglyph.core.roster.Naming;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.desktop.frame.Found;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.marking.StateText;

/** Finds students, criteria and phrases by a few letters, ignoring accents. */
public final class DeskFinder {
    private static final int MOST_OF_A_KIND = 8;
    private final DeskModel model;
    private final Consumer<StudentKey> toStudent;
    private final Consumer<String> toCriterion;
    private final Consumer<Phrase> toPhrase;
    private final Finding window;
    private Naming folded;
    private List<String> names = List.of();

    /** Opens the window's finder for one kind of thing. */
    @FunctionalInterface
    public interface Finding {
        void find(String prompt, Function<String, List<Found>> kind);
    }

    /**
     * @param window      opens the window's finder
     * @param toStudent   opens a student
     * @param toCriterion goes to a criterion of the ledger, by its id
     * @param toPhrase    shows a phrase beside the pages
     */
    DeskFinder(DeskModel model, Finding window, Consumer<StudentKey> toStudent, Consumer<String> toCriterion,
            Consumer<Phrase> toPhrase) {
        this.model = model;
        this.window = window;
        this.toStudent = toStudent;
        this.toCriterion = toCriterion;
        this.toPhrase = toPhrase;
    }

    /**
     * Students first, by name, key or section, then the others that contain all typed words; nothing while nothing is
     * typed.
     */
    List<Found> find(String typed) {
        if (typed.isBlank()) {
            return List.of();
        }
        return Stream.of(students(typed), criteria(typed), phrases(typed)).flatMap(s -> s).toList();
    }

    /** Opens the finder for students. */
    void openForStudents() {
        window.find(UiText.of("Finder.studentPrompt"), typed -> students(typed).toList());
    }

    /** Students only; the whole roll from the current student on while nothing is typed. */
    private Stream<Found> students(String typed) {
        Letters wanted = Letters.of(typed);
        Batch batch = model.batch();
        List<String> all = names(batch);
        int from = typed.isBlank() ? model.position() : 0;
        return IntStream.range(from, all.size())
                .filter(i -> wanted.areInFolded(all.get(i)))
                .limit(MOST_OF_A_KIND)
                .mapToObj(i -> found(batch, batch.submissions().get(i)));
    }

    private Found found(Batch batch, Submission submission) {
        Student student = submission.student();
        String name = batch.naming().listed(student);
        return new Found(name, UiText.of("Finder.student", student.shownKey(), StateText.state(submission, batch)),
                () -> true, () -> toStudent.accept(student.key()));
    }

    private List<String> names(Batch batch) {
        if (folded != batch.naming()) { // a student has joined the class, or this is the first search
            folded = batch.naming();
            names = batch.submissions()
                    .stream()
                    .map(Submission::student)
                    .map(s -> Letters.folded(s.name() + " " + s.shownKey() + " " + s.section()))
                    .toList();
        }
        return names;
    }

    private Stream<Found> criteria(String typed) {
        Letters wanted = Letters.of(typed);
        return model.batch()
                .scheme()
                .criteria()
                .stream()
                .filter(c -> wanted.areFoundIn(c.name()))
                .limit(MOST_OF_A_KIND)
                .map(this::found);
    }

    private Found found(Criterion criterion) {
        return new Found(criterion.name(), UiText.of("Finder.criterion"), () -> true,
                () -> toCriterion.accept(criterion.id()));
    }

    private Stream<Found> phrases(String typed) {
        Letters wanted = Letters.of(typed);
        return model.batch()
                .phrasebook()
                .phrases()
                .stream()
                .filter(p -> wanted.areFoundIn(p.code() + " " + p.shown()))
                .limit(MOST_OF_A_KIND)
                .map(p -> new Found(p.shown(), UiText.of("Finder.phrase", p.code()), () -> true,
                        () -> toPhrase.accept(p)));
    }
}
