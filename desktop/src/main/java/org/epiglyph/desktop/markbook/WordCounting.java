package org.epiglyph.desktop.markbook;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.epiglyph.carrier.CachedWords;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.desktop.frame.SerialExecutor;

/** Counts the words on the pages while their column is visible: some documents at a time, off the interface thread. */
final class WordCounting {
    private static final long AT_ONCE_MILLIS = 300;
    private final BookModel model;
    private final SerialExecutor executor;
    private final CachedWords words;
    private boolean running;
    private boolean stopped = true;

    WordCounting(BookModel model, SerialExecutor executor) {
        this.model = model;
        this.executor = executor;
        this.words = new CachedWords(model.workspace().folder());
        model.habitProperty().addListener((_, _, _) -> resume());
    }

    /** Starts or resumes counting. */
    void start() {
        stopped = false;
        resume();
    }

    /** Stops counting; the counts so far stay. */
    void stop() {
        stopped = true;
    }

    private void resume() {
        if (running || stopped || !model.showsWordCounts()) {
            return;
        }
        List<Document> left = left(model.batch(), model.context().wordCounts());
        if (left.isEmpty()) {
            return;
        }
        running = true;
        executor.start(() -> count(left), counts -> {
            running = false;
            model.learnWordCounts(counts);
            resume();
        }, why -> {
            running = false;
            stopped = true;
            model.refuse(why);
        });
    }

    private static List<Document> left(Batch batch, Map<String, Integer> known) {
        return batch.submissions()
                .stream()
                .flatMap(s -> s.documents().stream())
                .filter(d -> d.pageCount() > 0 && !known.containsKey(d.id()))
                .toList();
    }

    /** As many as there is time for, at least one; a document that cannot be read has no words. */
    private Map<String, Integer> count(List<Document> left) {
        long until = System.nanoTime() + AT_ONCE_MILLIS * 1_000_000;
        Map<String, Integer> counts = new HashMap<>();
        for (Document document : left) {
            counts.put(document.id(), count(document));
            if (System.nanoTime() > until) {
                break;
            }
        }
        return counts;
    }

    private int count(Document document) {
        try {
            return words.of(document).stream().mapToInt(p -> p.words().size()).sum();
        } catch (Problem e) {
            return 0;
        }
    }
}
