package org.epiglyph.workspace;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.HexFormat;
import java.util.Set;
import java.util.regex.Pattern;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.Pages;

/**
 * Where things are in a batch's folder.
 *
 * @param root the folder itself
 */
public record BatchFolder(Path root) {
    private static final int LONGEST = 200;
    private static final Pattern UNSAFE = Pattern
            .compile("[\\p{Cntrl}\\p{Cf}/\\\\:*?\"<>|\uFFFD]|^\\.\\.?$|[ .]$|^$", Pattern.UNICODE_CHARACTER_CLASS);
    private static final Pattern PLAIN = Pattern.compile("[A-Za-z0-9][A-Za-z0-9._-]{0,119}");
    private static final Pattern DEVICE = Pattern.compile("(?i)(con|prn|aux|nul|com[0-9]|lpt[0-9])(\\..*)?");

    /**
     * The name under which the program keeps something of its own, by what a batch says it is called. Somebody may have written into a
     * batch what is no plain name and would lead out of its folder: that becomes another, under which nothing is found.
     */
    public static String plain(String name) {
        return PLAIN.matcher(name).matches()
                ? name
                : HexFormat.of().formatHex(NewBatch.sha256().digest(name.getBytes(StandardCharsets.UTF_8)));
    }

    /**
     * Makes a folder within the batch's where it is not there yet.
     *
     * @throws NoSuchFileException where the batch itself is no longer there: it is not to come back empty, in the way of the one that is
     *                             put back
     */
    public void make(Path folder) throws IOException {
        if (!Files.isDirectory(root)) {
            throw new NoSuchFileException(root.toString());
        }
        Files.createDirectories(folder);
    }

    /** The decisions: task, roster, scheme and every edit. */
    public Path database() {
        return root.resolve("batch.sqlite");
    }

    /** What was received, byte for byte. */
    public Path originals() {
        return root.resolve("originals");
    }

    /** One received document. Each has a folder of its own, so that two of the same name do not meet. */
    public Path original(Document document) {
        return stored(document.id()).resolve(nameOnDisk(document.name()));
    }

    /** The folder of a document among the originals. */
    Path stored(String id) {
        return originals().resolve(plain(id));
    }

    /** The name under which a received file is stored: its own, unless a file system might refuse or misread that. */
    static String nameOnDisk(String received) {
        boolean odd = received.length() > LONGEST || received.getBytes(StandardCharsets.UTF_8).length > LONGEST
                || UNSAFE.matcher(received).find() || DEVICE.matcher(received).matches();
        if (!odd) {
            return received;
        }
        int dot = received.lastIndexOf('.');
        String ending = dot >= 0 ? received.substring(dot + 1) : "";
        return ending.matches("[A-Za-z0-9]{1,8}") ? "document." + ending : "document";
    }

    /** The words of a document's pages, as they were read last; can be read again. */
    Path words(Document document) {
        return root.resolve("words").resolve(plain(document.id()) + ".words");
    }

    /** The words of a document's pages that are pictures, as they were recognised; can be recognised again. */
    Path recognised(Document document) {
        return root.resolve("words").resolve(plain(document.id()) + ".recognised");
    }

    /** PDFs made from pictures; can be made again. */
    public Path renditions() {
        return root.resolve("pages");
    }

    /** Where a PDF made from a document goes. */
    public Path rendition(String document) {
        return renditions().resolve(plain(document) + ".pdf");
    }

    /** The document's pages as PDF: the original, or what was made from it. */
    public Path pages(Document document) {
        if (document.pages() instanceof Pages.Ready ready && !ready.rendition().isEmpty()) {
            return renditions().resolve(plain(ready.rendition()));
        }
        return original(document);
    }

    /**
     * The pages of a document by its id, a student's or one that the marker laid beside.
     *
     * @throws IllegalArgumentException where the batch has no such document
     */
    public Path pages(Batch batch, String document) {
        return batch.submissions()
                .stream()
                .flatMap(s -> s.findDocument(document).stream())
                .findFirst()
                .or(() -> batch.aids().find(document))
                .map(this::pages)
                .orElseThrow(() -> new IllegalArgumentException("No document " + document));
    }

    /** What students are handed, as the marker chose it for this batch. */
    public Path profile() {
        return root.resolve("profile.txt");
    }

    /** What handing back built; can be made again. */
    public Path letter() {
        return root.resolve("letter.txt");
    }

    /** Where what goes out is built. */
    public Path outgoing() {
        return root.resolve("outgoing");
    }

    /** Recordings under way, or left by a crash. */
    public Path speaking() {
        return root.resolve("speaking");
    }

    /** Pictures of the marker's own, in stamps and remarks, each named by its digest. */
    public Path pictures() {
        return root.resolve("pictures");
    }

    /**
     * Copies pictures that this batch lacks from another folder; those that are not there either are left out.
     *
     * @param names the pictures' file names
     */
    public void bringPictures(Set<String> names, Path from) throws IOException {
        for (String name : names) {
            Path there = from.resolve(plain(name));
            Path here = pictures().resolve(plain(name));
            if (Files.isRegularFile(there) && !Files.exists(here)) {
                make(pictures());
                Files.copy(there, here);
            }
        }
    }

    /** The grade sheet as it was received, where the batch came with one. @param ending csv or xlsx */
    public Path gradeSheet(String ending) {
        return root.resolve(plain("grade-sheet." + ending));
    }

    /** What became of each received file. */
    public Path register() {
        return root.resolve("files.json");
    }

    /** How the files are named, as a text file that can be passed on; missing where no rule is known. */
    public Path filingRule() {
        return root.resolve("filing-rule.txt");
    }

    /** Where the batch came from and goes back to, without any secret. */
    public Path origin() {
        return root.resolve("origin.json");
    }

    Path staging() {
        return root.resolve(".staging");
    }

    /** The batch in a few figures, for the shelf; can be made again. */
    Path summary() {
        return root.resolve("batch.summary");
    }

    /** What the marker decided about the batch on the shelf. */
    Path shelfNote() {
        return root.resolve("shelf.json");
    }

    /** The batch as it was at some line, so that opening need not replay all before it; can be made again. */
    Path checkpoint() {
        return root.resolve("checkpoint.sqlite");
    }

    Path lastMark() {
        return root.resolve("batch.last");
    }

    Path reserve() {
        return root.resolve("batch.reserve");
    }

    Path lock() {
        return root.resolve("batch.lock");
    }
}
