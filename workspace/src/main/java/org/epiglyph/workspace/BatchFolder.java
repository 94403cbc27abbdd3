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
 * The layout of a batch's folder.
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
     * A safe file name for a name stored in a batch. A crafted batch may contain a name that would lead out of its
     * folder; it is replaced by one under which nothing exists.
     */
    public static String plain(String name) {
        return PLAIN.matcher(name).matches()
                ? name
                : HexFormat.of().formatHex(NewBatch.sha256().digest(name.getBytes(StandardCharsets.UTF_8)));
    }

    /**
     * Creates a folder within the batch's folder if it does not exist.
     *
     * @throws NoSuchFileException if the batch itself is gone: it must not come back empty, in the way of the one that
     *         is put back
     */
    public void make(Path folder) throws IOException {
        if (!Files.isDirectory(root)) {
            throw new NoSuchFileException(root.toString());
        }
        Files.createDirectories(folder);
    }

    /** What was collected, and every edit. */
    Path database() {
        return root.resolve("batch.sqlite");
    }

    /** The received files, byte for byte. */
    public Path originals() {
        return root.resolve("originals");
    }

    /** One received document. Each has a folder of its own, so that equal names do not collide. */
    public Path original(Document document) {
        return stored(document.id()).resolve(nameOnDisk(document.name()));
    }

    /** The folder of a document among the originals. */
    Path stored(String id) {
        return originals().resolve(plain(id));
    }

    /**
     * The name under which a received file is stored: its own, unless a file system might refuse or misinterpret it.
     */
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

    /** The cached words of a document's pages. */
    Path words(Document document) {
        return root.resolve("words").resolve(plain(document.id()) + ".words");
    }

    /** The cached words recognised on a document's pages that are pictures. */
    Path recognised(Document document) {
        return root.resolve("words").resolve(plain(document.id()) + ".recognised");
    }

    /** PDFs made from received files of other kinds; can be made again. */
    public Path renditions() {
        return root.resolve("pages");
    }

    /** Where the PDF made from a document is stored. */
    public Path rendition(String document) {
        return renditions().resolve(plain(document) + ".pdf");
    }

    /** The document's pages as PDF: the original, or the PDF made from it. */
    public Path pages(Document document) {
        if (document.pages() instanceof Pages.Ready ready && !ready.rendition().isEmpty()) {
            return renditions().resolve(plain(ready.rendition()));
        }
        return original(document);
    }

    /**
     * The pages of a document by its id, a student's or one beside the pages.
     *
     * @throws IllegalArgumentException if the batch has no such document
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

    /** What students are handed, as chosen for this batch. */
    public Path profile() {
        return root.resolve("profile.txt");
    }

    /** The draft of a letter. */
    public Path letter() {
        return root.resolve("letter.txt");
    }

    /** Where outgoing files are built; can be made again. */
    public Path outgoing() {
        return root.resolve("outgoing");
    }

    /** Recordings in progress, or left by a crash. */
    public Path speaking() {
        return root.resolve("speaking");
    }

    /** The marker's own pictures in stamps and remarks, each named by its digest. */
    public Path pictures() {
        return root.resolve("pictures");
    }

    /**
     * Copies pictures that this batch lacks from another folder; missing ones are left out.
     *
     * @param names the pictures' file names
     */
    public void copyPictures(Set<String> names, Path from) throws IOException {
        for (String name : names) {
            Path there = from.resolve(plain(name));
            Path here = pictures().resolve(plain(name));
            if (Files.isRegularFile(there) && !Files.exists(here)) {
                make(pictures());
                Files.copy(there, here);
            }
        }
    }

    /**
     * The grade sheet as received, if there was one.
     *
     * @param ending csv or xlsx
     */
    public Path gradeSheet(String ending) {
        return root.resolve(plain("grade-sheet." + ending));
    }

    /** What each received file became. */
    public Path register() {
        return root.resolve("files.json");
    }

    /** The filing rule as a text file that can be shared; missing if no rule is known. */
    public Path filingRule() {
        return root.resolve("filing-rule.txt");
    }

    /** Where the batch came from and is handed back to, without any secret. */
    public Path origin() {
        return root.resolve("origin.json");
    }

    Path staging() {
        return root.resolve(".staging");
    }

    /** The batch's figures for the shelf; can be made again. */
    Path summary() {
        return root.resolve("batch.summary");
    }

    /** The marker's decisions about the batch on the shelf. */
    Path shelfNote() {
        return root.resolve("shelf.json");
    }

    /** The batch as of some line, so that opening need not replay all earlier lines; can be made again. */
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
