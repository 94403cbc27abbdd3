package org.epiglyph.workspace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.nio.file.attribute.UserPrincipal;
import java.time.Instant;
import java.util.List;
import java.util.zip.Deflater;
import org.epiglyph.core.batch.Edit;
import org.epiglyph.core.batch.Entry;
import org.epiglyph.places.FolderTree;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Edits that could not be written are stored beside the batch, or else in the system's temporary folder, which
 * everybody can use.
 */
class LastCopyTest {
    private static final List<Entry> EDITS = List.of(entry(4, "a"), entry(5, "b"), entry(6, "c"));
    private static final String TEMPORARY = System.getProperty("java.io.tmpdir");
    @TempDir
    private Path folder;
    private Path batch;
    private Path temporary;
    private LastCopy copy;

    private static Entry entry(long number, String text) {
        return new Entry(number, Instant.EPOCH, Entry.Kind.DONE, new Edit.WritePrivately(Examples.ADA, text));
    }

    @BeforeEach
    void make() throws IOException {
        batch = Files.createDirectory(folder.resolve("batch"));
        temporary = Files.createDirectory(folder.resolve("temporary"));
        System.setProperty("java.io.tmpdir", temporary.toString());
        copy = new LastCopy(new BatchFolder(batch));
    }

    @AfterEach
    void giveBack() {
        System.setProperty("java.io.tmpdir", TEMPORARY);
    }

    private Path beside() {
        return batch.resolve("edits-not-written.jsonl");
    }

    /** From now on nothing can be written beside the batch. */
    private void closeBatch() throws IOException {
        Files.createDirectories(batch.resolve("edits-not-written.jsonl.part/held"));
    }

    @Test
    void reservesSpaceForACopyAndReleasesItWhenNeeded() throws Exception {
        copy.reserve();
        Path reserve = new BatchFolder(batch).reserve();
        assertThat(reserve).hasSize(1 << 20);
        Files.writeString(reserve, "there already");
        copy.reserve();
        assertThat(reserve).hasContent("there already");
        assertThat(copy.write(EDITS)).isEqualTo(beside());
        assertThat(reserve).doesNotExist();
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(beside()))).isEqualTo("rw-------");
    }

    @Test
    void readsConsecutiveEditsOnly() throws Exception {
        assertThat(copy.after(3)).isEmpty();
        copy.write(EDITS);
        assertThat(copy.after(3)).isEqualTo(EDITS);
        assertThat(copy.after(4)).as("one arrived after all").isEqualTo(EDITS.subList(1, 3));
        assertThat(copy.after(2)).as("what came before is missing").isEmpty();
        assertThat(copy.after(6)).isEmpty();
        String text = Files.readString(beside());
        Files.writeString(beside(), text.substring(0, text.length() - 9));
        assertThat(copy.after(3)).as("cut off").isEqualTo(EDITS.subList(0, 2));
        copy.delete();
        assertThat(beside()).doesNotExist();
    }

    @Test
    void removesEditsThatArrivedAndKeepsTheRest() throws Exception {
        copy.deleteIfWritten(_ -> true); // there is none
        copy.write(EDITS);
        copy.deleteIfWritten(EDITS.stream().map(StoredLine::of).toList()::contains);
        assertThat(beside()).doesNotExist();
        copy.write(EDITS);
        copy.deleteIfWritten(line -> line.number() < 6);
        assertThat(batch.resolve("edits-not-written (2).jsonl")).exists();
        String text = Files.readString(copy.write(EDITS));
        Files.writeString(beside(), text.substring(0, text.length() - 9));
        copy.deleteIfWritten(_ -> true);
        assertThat(batch.resolve("edits-not-written (3).jsonl")).as("cut off").exists();
        assertThat(beside()).doesNotExist();
    }

    @Test
    void copiesElsewhereForTheOwnerAloneIfTheBatchIsReadOnly() throws Exception {
        closeBatch();
        Path elsewhere = copy.write(EDITS);
        assertThat(elsewhere).startsWith(temporary);
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(elsewhere))).isEqualTo("rw-------");
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(elsewhere.getParent())))
                .isEqualTo("rwx------");
        assertThat(copy.after(3)).isEqualTo(EDITS);
        Path other = Files.createDirectory(folder.resolve("other"));
        assertThat(new LastCopy(new BatchFolder(other)).after(3)).as("another batch").isEmpty();
        copy.delete();
        assertThat(elsewhere).doesNotExist();
    }

    @Test
    void failsIfNothingCanBeWritten() throws Exception {
        closeBatch();
        System.setProperty("java.io.tmpdir", Files.writeString(folder.resolve("file"), "x").toString());
        assertThatThrownBy(() -> copy.write(EDITS)).isInstanceOf(IOException.class);
        assertThat(copy.after(3)).isEmpty();
    }

    @Test
    void neitherReadsNorOverwritesSomebodyElsesFile() throws Exception {
        closeBatch();
        Path elsewhere = copy.write(EDITS);
        Path real = folder.resolve("real");
        Files.move(elsewhere, real);
        Files.createSymbolicLink(elsewhere, real);
        assertThat(copy.after(3)).as("a link").isEmpty();
        copy.deleteIfWritten(_ -> true);
        assertThat(elsewhere).as("a link is left as it is").isSymbolicLink();
        assertThatThrownBy(() -> copy.write(EDITS)).isInstanceOf(IOException.class);
        FolderTree.delete(elsewhere.getParent());
        assertThat(copy.write(EDITS)).isEqualTo(elsewhere);
        assumeTrue(System.getProperty("user.name").equals("root"), "only root gives files away");
        UserPrincipal nobody = batch.getFileSystem().getUserPrincipalLookupService().lookupPrincipalByName("nobody");
        UserPrincipal own = Files.getOwner(elsewhere);
        Files.setOwner(elsewhere, nobody);
        assertThat(copy.after(3)).as("somebody else's file").isEmpty();
        Files.setOwner(elsewhere, own);
        assertThat(copy.after(3)).isEqualTo(EDITS);
        Files.setOwner(elsewhere.getParent(), nobody);
        assertThat(copy.after(3)).as("in somebody else's folder").isEmpty();
        assertThatThrownBy(() -> copy.write(EDITS)).isInstanceOf(IOException.class);
    }

    @Test
    void continuesACopyInAnotherPlace() throws Exception {
        copy.write(EDITS.subList(0, 2));
        Path kept = Files.move(beside(), batch.resolve("kept"));
        closeBatch();
        Path elsewhere = copy.write(EDITS.subList(2, 3));
        Files.move(kept, beside());
        assertThat(copy.after(3)).isEqualTo(EDITS);
        assertThat(copy.after(4)).isEqualTo(EDITS.subList(1, 3));
        copy.delete();
        assertThat(beside()).doesNotExist();
        assertThat(elsewhere).doesNotExist();
    }

    /** A file system may compress a file of zeros, which would then reserve no space. */
    @Test
    void theReserveCannotBeCompressed() throws Exception {
        copy.reserve();
        Deflater deflater = new Deflater(Deflater.BEST_COMPRESSION);
        deflater.setInput(Files.readAllBytes(new BatchFolder(batch).reserve()));
        deflater.finish();
        int packed = 0;
        byte[] buffer = new byte[1 << 16];
        while (!deflater.finished()) {
            packed += deflater.deflate(buffer);
        }
        deflater.end();
        assertThat(packed).isGreaterThan(1_000_000);
    }

    @Test
    void anUnfinishedCopyLeavesNothing() throws Exception {
        Files.createDirectories(beside().resolve("held"));
        assertThat(copy.write(EDITS)).startsWith(temporary);
        assertThat(batch.resolve("edits-not-written.jsonl.part")).doesNotExist();
    }
}
