package org.epiglyph.documents;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.DoubleSummaryStatistics;
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
import org.epiglyph.core.Message;
import org.epiglyph.core.batch.Pages;
import org.epiglyph.core.page.PageGeometry;
import org.epiglyph.documents.base.Scratch;
import org.epiglyph.documents.rendition.Rendition;

/** Examines a received PDF: how many pages, locked or not, what is unusual about it. Nothing in it is run. */
final class PdfIntake {
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
                    ? Message.of(PdfIntake.class, "otherPassword")
                    : Message.of(PdfIntake.class, "locked"));
        } catch (DiskFailure e) {
            throw e.failure;
        } catch (IOException | RuntimeException | StackOverflowError e) {
            return new Pages.None(Message.of(PdfIntake.class, "broken"));
        }
    }

    private static Pages none(boolean hasEnd) {
        return new Pages.None(hasEnd
                ? Message.of(PdfIntake.class, "noPages")
                : Message.of(PdfIntake.class, "cutOffAltogether"));
    }

    private static double longerSide(PDPage page) {
        PageGeometry shape = Geometries.of(page);
        return Math.max(shape.shownWidth(), shape.shownHeight());
    }

    private static Pages examine(PDDocument document, Path file, Path rendition) throws IOException, DiskFailure {
        boolean hasEnd = MarkedPdf.hasEnd(file);
        DoubleSummaryStatistics sides = new DoubleSummaryStatistics();
        document.getPages().forEach(page -> sides.accept(longerSide(page)));
        int count = (int) sides.getCount();
        if (count == 0) {
            return none(hasEnd);
        }
        List<Message> notes = new ArrayList<>();
        if (!hasEnd) {
            notes.add(Message.of(PdfIntake.class, "cutOff"));
        }
        Set<Pages.Trait> traits = traits(document, notes);
        addOddities(count, sides.getMax(), notes);
        boolean regular = PageTree.isRegular(document);
        if (!regular) {
            PageTree.repair(document);
            notes.add(Message.of(PdfIntake.class, "repaired"));
        }
        if (document.isEncrypted()) {
            notes.add(Message.of(PdfIntake.class, "opened"));
        }
        boolean copied = document.isEncrypted() || !regular;
        if (copied) {
            write(document, rendition);
        }
        return new Pages.Ready(count, copied ? rendition.getFileName().toString() : "", notes, traits);
    }

    private static Set<Pages.Trait> traits(PDDocument document, List<Message> notes) throws IOException {
        Set<Pages.Trait> traits = EnumSet.noneOf(Pages.Trait.class);
        if (isCertifiedAgainstMarks(document)) {
            traits.add(Pages.Trait.CERTIFIED);
            notes.add(Message.of(PdfIntake.class, "certified"));
        }
        if (ActiveContent.isIn(document)) {
            traits.add(Pages.Trait.ACTIVE);
            notes.add(Message.of(PdfIntake.class, "active"));
        }
        return traits;
    }

    /** @param longest the longest side of a page, in points */
    private static void addOddities(int count, double longest, List<Message> notes) {
        if (count > MANY_PAGES) {
            notes.add(Message.of(PdfIntake.class, "manyPages", count));
        }
        if (longest > 2 * POINTS_A_METRE) {
            notes.add(Message.of(PdfIntake.class, "longPage", Math.round(longest / POINTS_A_METRE)));
        }
    }

    /**
     * The certification's permissions (ISO 32000-2, 12.8.2.2): 3 allows annotations, 1 and 2 do not; 2 is the default.
     */
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
