package org.epiglyph.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.epiglyph.carrier.CachedWords;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.passages.Corpus;
import org.epiglyph.core.passages.Source;
import org.epiglyph.core.passages.Vocabulary;
import org.epiglyph.core.passages.WordRun;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.workspace.Workspace;

/**
 * Comparing a class: each pair that shares something must be found; the baseline compares every work with every other.
 */
final class PassagesFigures {
    private static final int CLASS = 1_000;
    private static final int SAMPLE = 100;
    private static final int WORDS = 2_000;
    private static final int PLANTED = 40;

    /** @param batch a class with pages, whose words are read */
    void report(Path batch, IntakeFigures.FigureSink say) throws Exception {
        List<String> texts = texts();
        compare(texts.subList(0, SAMPLE)); // warm
        plain(texts.subList(0, SAMPLE));
        long from = System.nanoTime();
        int found = compare(texts.subList(0, SAMPLE));
        double ours = millis(from);
        from = System.nanoTime();
        int plainly = plain(texts.subList(0, SAMPLE));
        double theirs = millis(from);
        if (found != plainly) {
            throw new IllegalStateException(found + " pairs found, " + plainly + " by the plain way");
        }
        say.report("passages shared by " + SAMPLE + " submissions, every pair",
                "comparing all word sequences of every pair",
                ours, theirs, "ms");
        from = System.nanoTime();
        compare(texts);
        say.report("passages shared by 1,000 submissions of 2,000 words", "20 seconds", millis(from), 20_000, "ms");
        memory(texts, say);
        words(batch, say);
    }

    /** Memory per word of 1,000 works, compared with all runs of words of a tenth of them. */
    private static void memory(List<String> texts, IntakeFigures.FigureSink say) {
        long before = used();
        List<Set<String>> runs = texts.subList(0, SAMPLE).stream().map(PassagesFigures::runs).toList();
        double plain = (used() - before) / (double) (SAMPLE * WORDS);
        if (runs.isEmpty()) {
            throw new IllegalStateException("It was measured too late");
        }
        runs = List.of();
        before = used();
        Corpus corpus = corpus(texts);
        double ours = (used() - before) / (double) (CLASS * WORDS);
        if (corpus.wordCount(key(0)).isEmpty()) {
            throw new IllegalStateException("It was measured too late");
        }
        say.report("memory for shared passages, bytes per word", "all word sequences, uncompressed", ours, plain,
                "bytes");
    }

    private static long used() {
        for (int i = 0; i < 3; i++) {
            System.gc();
        }
        return Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory();
    }

    /** A class's words from the index beside the batch, and from the pages. */
    private static void words(Path batch, IntakeFigures.FigureSink say) throws Exception {
        try (Workspace workspace = Workspace.open(batch, Clock.systemUTC())) {
            read(workspace); // warm
            Path kept = workspace.folder().root().resolve("words");
            try (Stream<Path> files = Files.list(kept)) {
                for (Path file : files.toList()) {
                    Files.delete(file);
                }
            }
            long from = System.nanoTime();
            int words = read(workspace);
            double without = millis(from);
            from = System.nanoTime();
            if (read(workspace) != words) {
                throw new IllegalStateException("The kept words are others");
            }
            say.report("the text of the demo's class from the index beside the batch",
                    "from the pages, creating the index",
                    millis(from), without, "ms");
            long bytes = 0;
            try (Stream<Path> files = Files.list(kept)) {
                for (Path file : files.toList()) {
                    bytes += Files.size(file);
                }
            }
            say.report("the index beside the batch, bytes per word", "16 bytes", (double) bytes / words, 16, "bytes");
        }
    }

    private static int read(Workspace workspace) throws Problem {
        CachedWords kept = new CachedWords(workspace.folder());
        int words = 0;
        for (Submission submission : workspace.batch().submissions()) {
            for (Document document : submission.documents()) {
                if (document.pageCount() > 0) {
                    words += kept.of(document).stream().mapToInt(p -> p.words().size()).sum();
                }
            }
        }
        return words;
    }

    private static Source key(int number) {
        return new Source.Mate(new StudentKey("S-" + number));
    }

    /** Random words, common ones more often; every tenth work has a passage of the one before. */
    private static List<String> texts() {
        Random chance = new Random(14);
        List<String> all = new ArrayList<>();
        for (int i = 0; i < CLASS; i++) {
            List<String> words = IntStream.range(0, WORDS)
                    .mapToObj(_ -> "w" + (int) (4_000 * Math.pow(chance.nextDouble(), 2)))
                    .collect(Collectors.toCollection(ArrayList::new));
            if (i % 10 == 9) {
                List<String> before = List.of(all.getLast().split(" "));
                for (int k = 0; k < PLANTED; k++) {
                    words.set(300 + k, before.get(700 + k));
                }
            }
            all.add(String.join(" ", words));
        }
        return all;
    }

    /** @return number of pairs that share something */
    private static int compare(List<String> texts) {
        Corpus corpus = corpus(texts);
        return IntStream.range(0, texts.size()).map(i -> corpus.common(key(i), true).size()).sum() / 2;
    }

    private static Corpus corpus(List<String> texts) {
        Vocabulary vocabulary = new Vocabulary();
        Corpus corpus = new Corpus(List.of());
        for (int i = 0; i < texts.size(); i++) {
            corpus.add(key(i), WordRun.of(vocabulary, texts.get(i)));
        }
        return corpus;
    }

    private static int plain(List<String> texts) {
        List<Set<String>> runs = texts.stream().map(PassagesFigures::runs).toList();
        int pairs = 0;
        for (int i = 0; i < runs.size(); i++) {
            for (int j = 0; j < i; j++) {
                Set<String> other = runs.get(j);
                pairs += runs.get(i).stream().anyMatch(other::contains) ? 1 : 0;
            }
        }
        return pairs;
    }

    private static Set<String> runs(String text) {
        String[] words = text.split(" ");
        Set<String> all = new HashSet<>();
        for (int i = 0; i + Corpus.LEAST <= words.length; i++) {
            all.add(String.join(" ", List.of(words).subList(i, i + Corpus.LEAST)));
        }
        return all;
    }

    private static double millis(long from) {
        return (System.nanoTime() - from) / 1e6;
    }
}
