package org.epiglyph.carrier;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Batch;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.batch.HandIn;
import org.epiglyph.core.batch.Submission;
import org.epiglyph.core.filing.FilingRule;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.exchange.filing.RuleFile;
import org.epiglyph.exchange.sheet.GradeSheet;
import org.epiglyph.exchange.sheet.Role;
import org.epiglyph.exchange.sheet.SheetFile;
import org.epiglyph.exchange.sheet.SheetRoles;
import org.epiglyph.places.WholeFile;
import org.epiglyph.workspace.BatchFolder;

/**
 * What each received file of a batch became and what its grade sheet's columns mean; stored beside the batch as
 * readable JSON, so that the next collect knows the decisions.
 *
 * @param sheet        the meaning of the grade sheet's columns; null if there is no sheet
 * @param nameEncoding the encoding of archive names that did not declare one; null if they did
 * @param lines        one per file, in the order received
 */
record Register(Sheet sheet, String nameEncoding, List<Line> lines) {
    /** A batch without a register, as those of the first version. */
    static final Register EMPTY = new Register(null, null, List.of());
    private static final ObjectMapper JSON = new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT);

    public Register {
        lines = List.copyOf(lines);
    }

    /** What a file became. */
    public enum Fate {
        /** A document of a student's submission. */
        MATCHED,
        /** Nobody's, by the marker's decision. */
        SET_ASIDE,
        /** Cannot be a submission; stored as it is. */
        KEPT
    }

    /**
     * One received file.
     *
     * @param path    as received
     * @param sha256  digest of its bytes
     * @param id      name of its folder among the originals
     * @param student whose it is; empty unless matched
     * @param decided true if the marker decided it
     * @param why     the evidence or the reason
     */
    public record Line(String path, String sha256, String id, Fate fate, String student, boolean decided, String why) {}

    /**
     * The grade sheet.
     *
     * @param ending  csv or xlsx
     * @param table   number of the worksheet, from 0
     * @param header  row of the headings, from 0
     * @param columns column of each role
     */
    public record Sheet(String ending, int table, int header, Map<Role, Integer> columns) {
        static Sheet of(GradeSheet sheet) {
            SheetRoles roles = sheet.roles();
            return new Sheet(sheet.file().ending(), roles.table(), roles.header(), roles.columns());
        }
    }

    /** The marker's decisions about paths: a student, or none. */
    Map<String, Optional<StudentKey>> decisions() {
        Map<String, Optional<StudentKey>> decisions = new HashMap<>();
        for (Line line : lines) {
            if (line.decided() || line.fate() == Fate.SET_ASIDE) {
                decisions.put(line.path(), line.fate() == Fate.MATCHED
                        ? Optional.of(new StudentKey(line.student()))
                        : Optional.empty());
            }
        }
        return decisions;
    }

    /** With a line for each document of the batch that has none: batches of the first version store no lines. */
    Register completed(Batch batch) {
        Set<String> known = new HashSet<>();
        lines.forEach(l -> known.add(l.id()));
        List<Line> more = new ArrayList<>();
        for (Submission submission : batch.submissions()) {
            for (HandIn handIn : submission.handIns()) {
                for (Document d : handIn.documents()) {
                    if (known.add(d.id())) {
                        more.add(new Line(d.path(), d.sha256(), d.id(), Fate.MATCHED,
                                submission.student().key().value(), false, d.evidence()));
                    }
                }
            }
        }
        return with(null, null, more);
    }

    Register with(Sheet other, String encoding, List<Line> more) {
        List<Line> all = new ArrayList<>(lines);
        all.addAll(more);
        return new Register(other == null ? sheet : other, encoding == null ? nameEncoding : encoding, all);
    }

    /** Reads the register of a batch. */
    static Register read(BatchFolder folder) throws Problem {
        if (!Files.exists(folder.register())) {
            return EMPTY;
        }
        try {
            return JSON.readValue(folder.register().toFile(), Register.class);
        } catch (IOException e) {
            throw new Problem(Message.of(Register.class, "unreadable", folder.register()),
                    e);
        }
    }

    void write(Path file) throws IOException {
        WholeFile.write(file, beside -> JSON.writeValue(beside.toFile(), this));
    }

    /** The filing rule of a batch, if one is known. */
    static Optional<FilingRule> rule(BatchFolder folder) throws Problem {
        return Files.exists(folder.filingRule())
                ? Optional.of(RuleFile.read(folder.filingRule()))
                : Optional.empty();
    }

    /** The grade sheet of a batch as received, if there is one. */
    Optional<GradeSheet> gradeSheet(BatchFolder folder) throws Problem {
        Path file = folder.gradeSheet(sheet == null ? "csv" : sheet.ending());
        if (!Files.exists(file)) {
            return Optional.empty();
        }
        try {
            SheetFile read = SheetFile.read(Files.readAllBytes(file),
                    Message.of(Register.class, "gradeSheet").text());
            SheetRoles roles = sheet == null
                    ? SheetRoles.recognise(read)
                    : new SheetRoles(sheet.table(), sheet.header(), sheet.columns());
            return Optional.of(GradeSheet.of(read, roles));
        } catch (IOException e) {
            throw new Problem(Message.of(Register.class, "sheetUnreadable", file), e);
        }
    }
}
