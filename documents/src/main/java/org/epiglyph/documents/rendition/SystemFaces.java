package org.epiglyph.documents.rendition;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import org.apache.fontbox.ttf.OpenTypeFont;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeCollection;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.RandomAccessReadBufferedFile;

/**
 * Typefaces of this system for scripts that are too large to ship. Only faces with TrueType outlines can be embedded in
 * a PDF here. If there is none, the script's letters are reported as missing.
 */
final class SystemFaces {
    private static final List<String> FOLDERS = List.of("/usr/share/fonts", "/usr/local/share/fonts", "/Library/Fonts",
            "/System/Library/Fonts", "C:/Windows/Fonts");
    /** Letters that tell whether a face covers a script: Han, Hiragana, Hangul, Devanagari, Thai. */
    private static final int[] SAMPLES = {0x4E2D, 0x3042, 0xD55C, 0x0928, 0x0E17};
    private static final List<String> LIKELY = List.of("cjk", "fallback", "wqy", "uming", "ukai", "simsun", "msyh",
            "yugoth",
            "msgothic", "malgun", "arialuni", "arial unicode", "unifont", "ipag", "takao", "nanum", "baekmuk",
            "devanagari",
            "lohit", "mangal", "nirmala", "thai", "tlwg", "garuda", "norasi", "loma", "tahoma", "gargi", "samanata",
            "songti",
            "hiragino");
    private static final int DEEPEST = 6;
    private static final int MOST = 60;

    private SystemFaces() {}

    /** An open face; the caller closes it. */
    interface Face {
        TrueTypeFont open() throws IOException;
    }

    /** One face for each sample letter that some installed face has, each face once. */
    static List<Face> all() {
        List<Face> faces = new ArrayList<>();
        boolean[] known = new boolean[SAMPLES.length];
        for (Path file : files()) {
            try {
                find(file, known).ifPresent(faces::add);
            } catch (IOException | RuntimeException e) {
                continue; // a face that cannot be read is of no use
            }
        }
        return faces;
    }

    private static List<Path> files() {
        List<Path> files = new ArrayList<>();
        List<String> folders = new ArrayList<>(FOLDERS);
        folders.add(System.getProperty("user.home") + "/.local/share/fonts");
        folders.add(System.getProperty("user.home") + "/.fonts");
        for (String folder : folders) {
            Path root = Path.of(folder);
            if (Files.isDirectory(root)) {
                try (Stream<Path> all = Files.walk(root, DEEPEST)) {
                    all.filter(SystemFaces::isLikely).sorted().limit(MOST).forEach(files::add);
                } catch (IOException | java.io.UncheckedIOException e) {
                    continue; // a folder that cannot be read has no faces for us
                }
            }
        }
        return files;
    }

    private static boolean isLikely(Path file) {
        String name = file.getFileName().toString().toLowerCase(Locale.ROOT);
        return (name.endsWith(".ttf") || name.endsWith(".ttc")) && LIKELY.stream().anyMatch(name::contains);
    }

    private static Optional<Face> find(Path file, boolean[] known) throws IOException {
        Face face = file.toString().toLowerCase(Locale.ROOT).endsWith(".ttc") ? firstOf(file) : () -> single(file);
        try (TrueTypeFont font = face.open()) {
            if (font instanceof OpenTypeFont open && open.isPostScript()) {
                return Optional.empty();
            }
            boolean helps = false;
            var letters = font.getUnicodeCmapLookup();
            for (int i = 0; i < SAMPLES.length; i++) {
                if (!known[i] && letters.getGlyphId(SAMPLES[i]) > 0) {
                    known[i] = true;
                    helps = true;
                }
            }
            return helps ? Optional.of(face) : Optional.empty();
        }
    }

    private static TrueTypeFont single(Path file) throws IOException {
        return new TTFParser().parse(new RandomAccessReadBufferedFile(file.toFile()));
    }

    /** The collection stays open as long as its font is in use; the garbage collector closes both. */
    private static Face firstOf(Path file) {
        return () -> {
            TrueTypeCollection collection = new TrueTypeCollection(file.toFile());
            TrueTypeFont[] first = new TrueTypeFont[1];
            collection.processAllFonts(font -> first[0] = first[0] == null ? font : first[0]);
            if (first[0] == null) {
                throw new IOException("An empty collection of fonts");
            }
            return first[0];
        };
    }
}
