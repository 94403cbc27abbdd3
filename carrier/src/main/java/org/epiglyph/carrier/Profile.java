package org.epiglyph.carrier;

import java.util.ArrayList;
import java.util.List;
import org.epiglyph.documents.MarkedPdf;

/**
 * What students are handed.
 *
 * @param form  what marked copies look like
 * @param sheet true if a feedback sheet goes with them
 */
public record Profile(MarkedPdf.Form form, boolean sheet) {
    /** Open annotations alone, which is what receipts of all versions know. */
    public static final Profile USUAL = new Profile(MarkedPdf.Form.ANNOTATIONS, false);

    public Profile withForm(MarkedPdf.Form other) {
        return new Profile(other, sheet);
    }

    public Profile withSheet(boolean other) {
        return new Profile(form, other);
    }

    /** What differs from the usual, for the fingerprint. */
    List<String> deciding() {
        List<String> deciding = new ArrayList<>();
        if (form != MarkedPdf.Form.ANNOTATIONS) {
            deciding.add("form " + form.name());
        }
        if (sheet) {
            deciding.add("feedback sheet");
        }
        return deciding;
    }
}
