package org.epiglyph.carrier;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntPredicate;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.passages.Corpus;
import org.epiglyph.core.passages.Vocabulary;
import org.epiglyph.core.passages.WordRun;
import org.epiglyph.core.roster.StudentKey;

/**
 * What the work of a class has in common beyond the task's own words. Works are taken one after the other, later only those that
 * became others. One thread takes; any may ask.
 */
public final class ClassPassages {
    private final KeptWords words;
    private final Vocabulary vocabulary = new Vocabulary();
    private final boolean ownAlone;
    private final Map<StudentKey, Taken> taken = new HashMap<>();
    private Optional<String> task = Optional.empty();
    private volatile Corpus corpus = new Corpus(List.of());
    private volatile boolean complete;

    /** @param covered true if names were left out of its words */
    private record Taken(List<String> documents, boolean covered) {}

    /** @param ownAlone true to leave out quotations and lists of references */
    public ClassPassages(KeptWords words, boolean ownAlone) {
        this.words = words;
        this.ownAlone = ownAlone;
    }

    /**
     * Takes the works of a class as far as they are not taken yet.
     *
     * @param goOn told how many were looked at; gives false to stop
     */
    public void take(Batch batch, IntPredicate goOn) {
        if (!task.equals(Optional.of(batch.task().instructions()))) {
            task = Optional.of(batch.task().instructions());
            corpus = new Corpus(List.of(WordRun.of(vocabulary, batch.task().instructions())));
            taken.clear();
            complete = false;
        }
        int looked = 0;
        for (Submission submission : batch.submissions()) {
            StudentKey student = submission.student().key();
            Taken now = new Taken(submission.documents().stream().map(Document::sha256).toList(),
                    submission.student().isCovered());
            if (!now.equals(taken.get(student))) {
                corpus.put(student, WordRun.of(vocabulary, PlacedWords.pages(words, submission, new ArrayList<>()),
                        ownAlone));
                taken.put(student, now);
            }
            if (!goOn.test(++looked)) {
                return;
            }
        }
        complete = true;
    }

    /** True once the whole class was taken. */
    public boolean isComplete() {
        return complete;
    }

    /** How many words of a student's work are compared; empty before it was taken, 0 where its pages have none. */
    public Optional<Integer> words(StudentKey student) {
        return corpus.words(student);
    }

    /**
     * With whom a student's work has passages in common, as far as works were taken; those with the most words first.
     *
     * @param commonplace false to leave out what more than a third of the class has
     */
    public List<Corpus.Common> common(StudentKey student, boolean commonplace) {
        return corpus.common(student, commonplace);
    }

    /** The words of a student's work with their places, by which passages are found on the pages. */
    public PlacedWords placed(Submission submission) {
        List<PageRef> refs = new ArrayList<>();
        List<PageText> pages = PlacedWords.pages(words, submission, refs);
        return new PlacedWords(refs, pages, WordRun.of(vocabulary, pages, ownAlone));
    }
}
