package org.epiglyph.core.batch;

import org.epiglyph.core.spoken.SpokenRemark;

/**
 * One received file of a submission.
 *
 * @param id       unique within the batch; also the name of its folder among the originals
 * @param path     folders and name exactly as received, separated by slashes
 * @param sha256   digest of its bytes, 64 lower-case hexadecimal digits
 * @param bytes    its length
 * @param pages    whether it was converted to pages
 * @param evidence why it belongs to this student, as text
 */
public record Document(String id, String path, String sha256, long bytes, Pages pages, String evidence) {
    /** The recording of a spoken remark as a document of the marker's. */
    public static Document of(SpokenRemark remark) {
        return new Document(remark.sound().document(), SpokenRemark.FILE_NAME, remark.sound().sha256(),
                remark.sound().bytes(),
                new Pages.None(), "");
    }

    /** The file name exactly as received, without folders. */
    public String name() {
        return path.substring(path.lastIndexOf('/') + 1);
    }

    /** The same document under another id, for use beside documents of other batches. */
    public Document withId(String other) {
        return new Document(other, path, sha256, bytes, pages, evidence);
    }

    /** The document with other pages. */
    public Document withPages(Pages other) {
        return new Document(id, path, sha256, bytes, other, evidence);
    }

    /** How many pages can be marked; 0 if it was not converted to pages. */
    public int pageCount() {
        return pages instanceof Pages.Ready ready ? ready.count() : 0;
    }
}
