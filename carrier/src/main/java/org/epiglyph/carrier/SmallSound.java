package org.epiglyph.carrier;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Document;
import org.epiglyph.core.spoken.SpokenRemark;
import org.epiglyph.places.WholeFile;
import org.epiglyph.sound.OpusFile;
import org.epiglyph.sound.WaveFile;
import org.epiglyph.workspace.BatchFolder;

/** The small files that students hear, compressed once for each recording and cut, and cached until that changes. */
final class SmallSound {
    private SmallSound() {}

    /** @throws Problem if the recording is missing, or the disk is full */
    static Path of(BatchFolder folder, SpokenRemark remark) throws Problem {
        Path made = folder.outgoing()
                .resolve("spoken")
                .resolve(BatchFolder.plain(
                        remark.sound().sha256() + "-" + remark.heard().from() + "-" + remark.heard().to())
                        + OpusFile.ENDING);
        if (Files.isRegularFile(made)) {
            return made;
        }
        Path recording = folder.original(Document.of(remark));
        try {
            folder.make(made.getParent());
            WholeFile.write(made, beside -> OpusFile.write(WaveFile.read(recording).piece(remark.heard()),
                    "Spoken remark", beside));
            return made;
        } catch (IOException e) {
            throw new Problem(
                    Message.of(SmallSound.class, Files.isReadable(recording) ? "notMadeReady" : "missing"), e);
        }
    }
}
