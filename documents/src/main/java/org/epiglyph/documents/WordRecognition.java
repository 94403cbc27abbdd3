package org.epiglyph.documents;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import org.epiglyph.core.Problem;
import org.epiglyph.core.page.PageBox;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.core.page.PagePoint;
import org.epiglyph.core.page.PageText;
import org.epiglyph.core.page.PageWord;
import org.epiglyph.places.TemporaryFolder;

/**
 * Tesseract, if it is installed: recognises the words of a page that is a picture. It receives only the picture as
 * drawn by this program, and runs on one core.
 */
public final class WordRecognition {
    /** Pixels per point at which small print is recognised well: 216 dots per inch. */
    private static final double SCALE = 3;
    private static final int PATIENCE_SECONDS = 90;
    private static final int STEP_MILLIS = 50;
    /** Words with a lower confidence, in percent, are usually noise (value from memory). */
    private static final double LEAST_SURE = 35;
    private static final int COLUMNS = 12;
    private static final String WORD_LEVEL = "5";
    private static final Map<String, String> LANGUAGES = Map.of("fr", "fra", "en-GB", "eng", "en-US", "eng");
    private final Path program;
    private final List<String> languages;

    private WordRecognition(Path program, List<String> languages) {
        this.program = program;
        this.languages = languages;
    }

    /**
     * The installed program; empty if it is not installed, or is switched off (system property
     * epiglyph.recognition=none).
     */
    public static Optional<WordRecognition> installed() {
        if ("none".equals(System.getProperty("epiglyph.recognition"))) {
            return Optional.empty();
        }
        for (String folder : System.getenv().getOrDefault("PATH", "").split(java.io.File.pathSeparator)) {
            for (String name : List.of("tesseract", "tesseract.exe")) {
                Path program = Path.of(folder.isEmpty() ? "." : folder, name);
                if (!folder.isEmpty() && Files.isExecutable(program)) {
                    List<String> languages = languages(program);
                    return languages.isEmpty()
                            ? Optional.empty()
                            : Optional.of(new WordRecognition(program, languages));
                }
            }
        }
        return Optional.empty();
    }

    private static List<String> languages(Path program) {
        try (TemporaryFolder folder = TemporaryFolder.make("languages")) {
            Path out = folder.path().resolve("list.txt");
            Process process = new ProcessBuilder(program.toString(), "--list-langs").redirectErrorStream(true)
                    .redirectOutput(out.toFile())
                    .start();
            try {
                return process.waitFor(PATIENCE_SECONDS, TimeUnit.SECONDS)
                        ? Files.readAllLines(out).stream().filter(l -> l.matches("[a-z]{3}(_[A-Za-z]+)?")).toList()
                        : List.of();
            } finally {
                process.destroyForcibly();
            }
        } catch (IOException e) {
            return List.of();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return List.of();
        }
    }

    /**
     * Recognises a page.
     *
     * @param language of the text as a BCP 47 tag; if the program does not have it, another one it has
     * @param stopped  polled; if it returns true, the page has no words
     * @throws Problem if the page cannot be drawn
     * @throws IOException if the program fails or the disk is full
     */
    public PageText read(OpenDocument document, int index, String language, BooleanSupplier stopped)
            throws Problem, IOException {
        PageImage image = document.render(index, SCALE);
        PageGeometry geometry = document.geometry(index);
        try (TemporaryFolder folder = TemporaryFolder.make("recognition")) {
            Path picture = folder.path().resolve("page.pgm");
            grey(image, picture);
            Path words = folder.path().resolve("words.tsv");
            if (!run(picture, words, language, stopped)) {
                return PageText.NONE;
            }
            return text(Files.readAllLines(words, StandardCharsets.UTF_8), geometry,
                    image.width() / geometry.shownWidth());
        }
    }

    /** Portable grey map (netpbm, P5). */
    private static void grey(PageImage image, Path file) throws IOException {
        try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(file), 1 << 16)) {
            out.write(("P5\n" + image.width() + " " + image.height() + "\n255\n")
                    .getBytes(StandardCharsets.US_ASCII));
            for (int p : image.argb()) {
                out.write(((p >> 16 & 255) * 299 + (p >> 8 & 255) * 587 + (p & 255) * 114) / 1000);
            }
        }
    }

    private boolean run(Path picture, Path words, String language, BooleanSupplier stopped) throws IOException {
        String wanted = LANGUAGES.getOrDefault(language, "eng");
        ProcessBuilder builder = new ProcessBuilder(program.toString(), picture.toString(), "stdout", "-l",
                languages.contains(wanted) ? wanted : languages.getFirst(), "--dpi",
                String.valueOf(Math.round(SCALE * 72)), "tsv").redirectOutput(words.toFile())
                .redirectError(ProcessBuilder.Redirect.DISCARD);
        builder.environment().put("OMP_THREAD_LIMIT", "1");
        Process process = builder.start();
        try {
            long until = System.nanoTime() + TimeUnit.SECONDS.toNanos(PATIENCE_SECONDS);
            while (!process.waitFor(STEP_MILLIS, TimeUnit.MILLISECONDS)) {
                if (stopped.getAsBoolean() || System.nanoTime() > until) {
                    return false;
                }
            }
            if (process.exitValue() != 0) {
                throw new IOException("The recognition of words ended with " + process.exitValue());
            }
            return true;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        } finally {
            process.destroyForcibly();
        }
    }

    /** Lines of level 5 are words: block, paragraph and line, then the box in pixels, the confidence, and the word. */
    private static PageText text(List<String> lines, PageGeometry geometry, double scale) {
        List<PageWord> words = new ArrayList<>();
        String before = "";
        int line = -1;
        for (String one : lines) {
            String[] cells = one.split("\t", COLUMNS);
            boolean isWord = cells.length == COLUMNS && cells[0].equals(WORD_LEVEL) && !cells[11].isBlank();
            if (!isWord || Double.parseDouble(cells[10]) < LEAST_SURE) {
                continue;
            }
            String place = cells[2] + " " + cells[3] + " " + cells[4];
            line += place.equals(before) ? 0 : 1;
            before = place;
            double left = Integer.parseInt(cells[6]) / scale;
            double top = Integer.parseInt(cells[7]) / scale;
            PagePoint corner = geometry.fromShown(new PagePoint(left, top));
            PagePoint other = geometry.fromShown(new PagePoint(left + Integer.parseInt(cells[8]) / scale,
                    top + Integer.parseInt(cells[9]) / scale));
            words.add(new PageWord(cells[11].strip(), PageBox.between(corner, other), line));
        }
        return new PageText(words);
    }
}
