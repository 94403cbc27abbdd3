package org.epiglyph.carrier;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.function.IntPredicate;
import java.util.stream.Stream;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.SetAside;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.page.PageRef;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.passages.Corpus;
import org.epiglyph.core.passages.Pairs;
import org.epiglyph.core.passages.Source;
import org.epiglyph.core.passages.Vocabulary;
import org.epiglyph.core.passages.WordRun;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.documents.rendition.Renditions;
import org.epiglyph.workspace.BatchFolder;
import org.epiglyph.workspace.Glance;

/**
 * What the works of a class have in common beyond the task's own words: with each other, with documents beside the
 * pages, and with other batches. Works are read one after the other; later only those that changed. One thread reads;
 * any may query.
 */
public final class ClassPassages {
    private final CachedWords words;
    private final Reach reach;
    private final Vocabulary vocabulary = new Vocabulary();
    private final Map<Source, Taken> taken = new HashMap<>();
    private Optional<Nobodys> nobodys = Optional.empty();
    private volatile Corpus corpus = new Corpus(List.of());
    private volatile boolean complete;

    /**
     * What is compared with what.
     *
     * @param ownAlone  true to exclude quotations and lists of references
     * @param given     true to compare with documents beside the pages
     * @param elsewhere folders of other batches to compare with
     */
    public record Reach(boolean ownAlone, boolean given, Set<Path> elsewhere) {
        public Reach {
            elsewhere = Collections.unmodifiableSet(new LinkedHashSet<>(elsewhere));
        }
    }

    /** @param covered true if names were removed from its words */
    private record Taken(List<String> documents, boolean covered) {}

    /** What is excluded from every work. */
    private record Nobodys(String task, List<SetAside> aside) {}

    public ClassPassages(CachedWords words, Reach reach) {
        this.words = words;
        this.reach = reach;
    }

    /**
     * Reads the works of a class as far as they have not been read yet.
     *
     * @param goOn receives how many of the class have been looked at; returns false to stop
     */
    public void read(Batch batch, IntPredicate goOn) {
        Nobodys now = new Nobodys(batch.task().instructions(), batch.aids().aside());
        if (!nobodys.equals(Optional.of(now))) {
            nobodys = Optional.of(now);
            corpus = new Corpus(Stream.concat(Stream.of(now.task), now.aside.stream().map(SetAside::text))
                    .map(t -> WordRun.of(vocabulary, t))
                    .toList());
            taken.clear();
            complete = false;
        }
        int looked = 0;
        for (Submission submission : batch.submissions()) {
            read(new Source.Mate(submission.student().key()), submission, words);
            if (!goOn.test(++looked)) {
                return;
            }
        }
        readGiven(batch);
        int all = looked;
        if (reach.elsewhere.isEmpty() || readElsewhere(() -> goOn.test(all))) {
            complete = true;
        }
    }

    /** True if all other batches have been looked at. */
    private boolean readElsewhere(BooleanSupplier goOn) {
        CourseReading.each(reach.elsewhere, (other, there) -> {
            CachedWords theirs = new CachedWords(new BatchFolder(other));
            for (Submission submission : there.submissions()) {
                if (goOn.getAsBoolean()) {
                    read(new Source.Elsewhere(other.toString(), there.task().title(), submission.student().key(),
                            submission.student().name()), submission, theirs);
                }
            }
        });
        return goOn.getAsBoolean();
    }

    private void read(Source source, Submission submission, CachedWords from) {
        Taken now = new Taken(submission.documents().stream().map(Document::sha256).toList(),
                submission.student().isCovered());
        if (!now.equals(taken.get(source))) {
            corpus.add(source, run(submission.documents(), PlacedWords.pages(from, submission, new ArrayList<>())));
            taken.put(source, now);
        }
    }

    private void readGiven(Batch batch) {
        Set<Source> there = new HashSet<>();
        for (Document document : reach.given ? batch.aids().documents() : List.<Document>of()) {
            Source source = new Source.Given(document.id());
            there.add(source);
            if (taken.put(source, new Taken(List.of(document.sha256()), false)) == null) {
                corpus.add(source, run(List.of(document), texts(document)));
            }
        }
        taken.keySet().removeIf(s -> {
            boolean gone = s instanceof Source.Given && !there.contains(s);
            if (gone) {
                corpus.remove(s);
            }
            return gone;
        });
    }

    /** If all documents are source code, by its tokens. */
    private WordRun run(List<Document> documents, List<PageText> pages) {
        boolean code = !documents.isEmpty()
                && documents.stream().map(Document::name).allMatch(Renditions::isSourceCode);
        return code ? WordRun.ofCode(vocabulary, pages) : WordRun.of(vocabulary, pages, reach.ownAlone);
    }

    private List<PageText> texts(Document document) {
        try {
            return words.of(document);
        } catch (Problem e) {
            return List.of();
        }
    }

    /** True once the whole class, and what else it is compared with, has been read. */
    public boolean isComplete() {
        return complete;
    }

    /** How many words of a student's work are compared; empty before it was read, 0 if its pages have none. */
    public Optional<Integer> wordCount(StudentKey student) {
        return corpus.wordCount(new Source.Mate(student));
    }

    /**
     * The works that have passages in common with a student's, as far as works have been read; most words first.
     *
     * @param commonplace false to exclude what more than a third of the class has
     */
    public List<Corpus.Common> common(StudentKey student, boolean commonplace) {
        return corpus.common(new Source.Mate(student), commonplace);
    }

    /** Like {@link Pairs#of}. */
    public List<Pairs.Pair> pairs(Batch batch, boolean commonplace, BooleanSupplier goOn) {
        return Pairs.of(corpus, batch.students(), commonplace, goOn);
    }

    /** The words of a student's work with their places, for finding passages on the pages. */
    public PlacedWords placed(Submission submission) {
        List<PageRef> refs = new ArrayList<>();
        List<PageText> pages = PlacedWords.pages(words, submission, refs);
        return new PlacedWords(refs, pages, run(submission.documents(), pages));
    }

    /**
     * A work of another batch that can be shown beside one of this.
     *
     * @param documents with ids that no document of this batch has
     * @param pages     the pages of each document as PDF, by those ids
     */
    public record OtherWork(List<Document> documents, Map<String, Path> pages, PlacedWords words) {}

    /**
     * Reads a work of another batch.
     *
     * @return empty if its names are covered there, so that its pages would reveal too much
     * @throws Problem if the batch cannot be read any more
     */
    public Optional<OtherWork> placed(Source.Elsewhere other) throws Problem {
        BatchFolder there = new BatchFolder(Path.of(other.where()));
        Submission submission = Glance.at(there.root()).batch().submission(other.student());
        if (submission.student().isCovered()) {
            return Optional.empty();
        }
        List<PageRef> refs = new ArrayList<>();
        List<PageText> pages = PlacedWords.pages(new CachedWords(there), submission, refs);
        Map<String, Path> pdfs = new HashMap<>();
        List<Document> documents = submission.documents().stream().map(d -> d.withId(id(other, d.id()))).toList();
        submission.documents().forEach(d -> pdfs.put(id(other, d.id()), there.pages(d)));
        List<PageRef> here = refs.stream().map(r -> new PageRef(id(other, r.document()), r.index())).toList();
        return Optional.of(new OtherWork(documents, pdfs,
                new PlacedWords(here, pages, run(submission.documents(), pages))));
    }

    private static String id(Source.Elsewhere other, String document) {
        return other.where() + "#" + document;
    }

    /** The same for a document beside the pages. */
    public PlacedWords placed(Document given) {
        List<PageText> pages = texts(given);
        List<PageRef> refs = Stream.iterate(0, i -> i < pages.size(), i -> i + 1)
                .map(i -> new PageRef(given.id(), i))
                .toList();
        return new PlacedWords(refs, pages, run(List.of(given), pages));
    }
}
