package org.epiglyph.documents;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.encryption.InvalidPasswordException;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.documents.rendition.Rendition;

/** Looks at a received PDF: how many pages, locked or not, what is unusual about it. Nothing in it is run. */
final class PdfIntake {
    private static final String CUT_OFF = "The file was cut off during transfer; what could be saved of it is shown."
            + " Ask the student for it again.";
    private static final String REPAIRED = "The PDF's list of its pages is damaged; a repaired copy is shown and marked.";
    private static final int MANY_PAGES = 1000;
    private static final double POINTS_A_METRE = 72 / 0.0254;

    private PdfIntake() {}

    static Pages examine(Path file, Path rendition, Optional<String> password) throws IOException {
        try (PDDocument document = password.isPresent()
                ? Loader.loadPDF(file.toFile(), password.get(), Scratch.cache())
                : Loader.loadPDF(file.toFile(), Scratch.cache())) {
            return examine(document, file, rendition);
        } catch (InvalidPasswordException e) {
            return new Pages.Locked(password.isPresent()
                    ? "That is not the password of this PDF. Try again, or ask the student for it or for an open copy."
                    : "The PDF is locked with a password. Enter it, or ask the student for it or for an open copy.");
        } catch (DiskFailure e) {
            throw e.failure;
        } catch (IOException | RuntimeException | StackOverflowError e) {
            return new Pages.None("The PDF is broken and cannot be read. Ask the student for it again.");
        }
    }

    private static Pages none(boolean hasEnd) {
        return new Pages.None(hasEnd
                ? "The PDF has no pages. Ask the student for it again."
                : "The PDF was cut off during transfer and has no pages. Ask the student for it again.");
    }

    private static double longerSide(PDPage page) {
        PageGeometry shape = Geometries.of(page);
        return Math.max(shape.shownWidth(), shape.shownHeight());
    }

    private static Pages examine(PDDocument document, Path file, Path rendition) throws IOException, DiskFailure {
        boolean hasEnd = MarkedPdf.hasEnd(file);
        int count = 0;
        double longest = 0;
        for (PDPage page : document.getPages()) {
            longest = Math.max(longest, longerSide(page));
            count++;
        }
        if (count == 0) {
            return none(hasEnd);
        }
        List<String> notes = new ArrayList<>();
        if (!hasEnd) {
            notes.add(CUT_OFF);
        }
        Set<Pages.Trait> traits = traits(document, notes);
        unusual(count, longest, notes);
        boolean regular = PageTree.isRegular(document);
        if (!regular) {
            PageTree.mend(document);
            notes.add(REPAIRED);
        }
        if (document.isEncrypted()) {
            notes.add("The PDF was locked; an open copy is shown and marked.");
        }
        boolean copied = document.isEncrypted() || !regular;
        if (copied) {
            write(document, rendition);
        }
        return new Pages.Ready(count, copied ? rendition.getFileName().toString() : "", String.join(" ", notes),
                traits);
    }

    private static Set<Pages.Trait> traits(PDDocument document, List<String> notes) throws IOException {
        Set<Pages.Trait> traits = EnumSet.noneOf(Pages.Trait.class);
        if (isCertifiedAgainstMarks(document)) {
            traits.add(Pages.Trait.CERTIFIED);
            notes.add("Its author has certified it against any change, remarks included; a mark on it breaks that.");
        }
        if (ActiveContent.isIn(document)) {
            traits.add(Pages.Trait.ACTIVE);
            notes.add(
                    "It contains scripts or starts other programs. Nothing of that is run here; it can be taken out when handing back.");
        }
        return traits;
    }

    /** @param longest side of a page, points */
    private static void unusual(int count, double longest, List<String> notes) {
        if (count > MANY_PAGES) {
            notes.add("It has " + count + " pages. See whether that is meant.");
        }
        if (longest > 2 * POINTS_A_METRE) {
            notes.add("It has a page of " + Math.round(longest / POINTS_A_METRE) + " metres; zoom in to read it.");
        }
    }

    /** The certification's permissions (ISO 32000-2, 12.8.2.2): 3 allows annotations, 1 and 2 do not; 2 is what stands for none. */
    private static boolean isCertifiedAgainstMarks(PDDocument document) {
        COSDictionary catalog = document.getDocumentCatalog().getCOSObject();
        if (!(catalog.getDictionaryObject("Perms") instanceof COSDictionary permissions)
                || !(permissions.getDictionaryObject("DocMDP") instanceof COSDictionary signature)
                || !(signature.getDictionaryObject("Reference") instanceof COSArray references)) {
            return false;
        }
        for (int i = 0; i < references.size(); i++) {
            if (references.getObject(i) instanceof COSDictionary reference
                    && "DocMDP".equals(reference.getNameAsString("TransformMethod"))) {
                COSBase parameters = reference.getDictionaryObject("TransformParams");
                return !(parameters instanceof COSDictionary given) || given.getInt("P", 2) < 3;
            }
        }
        return false;
    }

    private static void write(PDDocument document, Path rendition) throws DiskFailure {
        try {
            Files.createDirectories(rendition.toAbsolutePath().getParent());
            document.setAllSecurityToBeRemoved(true);
            Rendition.save(document, rendition);
        } catch (IOException e) {
            throw new DiskFailure(e);
        }
    }

    /** Tells a failure to write from a failure to read. */
    private static final class DiskFailure extends Exception {
        private static final long serialVersionUID = 1;
        private final IOException failure;

        DiskFailure(IOException failure) {
            super(failure);
            this.failure = failure;
        }
    }
}
