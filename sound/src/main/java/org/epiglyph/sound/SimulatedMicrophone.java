package org.epiglyph.sound;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Arrays;
import org.epiglyph.core.Message;
import org.epiglyph.core.Problem;
import org.epiglyph.core.spoken.Samples;

/** A stand-in for a microphone: plays a recorded WAV file in real time, then silence. */
public final class SimulatedMicrophone implements Microphone {
    private static final int PIECES = 50;
    private final Path recorded;

    /** @param recorded a mono WAV file with 16 bits */
    public SimulatedMicrophone(Path recorded) {
        this.recorded = recorded;
    }

    @Override
    public Listening open() throws Problem {
        try {
            return new Voice(WaveFile.read(recorded));
        } catch (IOException e) {
            throw new Problem(Message.of(SimulatedMicrophone.class, "unreadable", recorded), e);
        }
    }

    private static final class Voice implements Listening {
        private final Samples says;
        private final long begun = System.nanoTime();
        private int at;

        Voice(Samples says) {
            this.says = says;
        }

        @Override
        public int rate() {
            return says.rate();
        }

        @Override
        public int read(short[] buffer) {
            int count = Math.min(buffer.length, says.rate() / PIECES);
            long due = begun + (at + count) * 1_000_000_000L / says.rate();
            try {
                Thread.sleep(Math.max(0, (due - System.nanoTime()) / 1_000_000));
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return -1;
            }
            short[] piece = new short[count];
            samples(piece);
            System.arraycopy(piece, 0, buffer, 0, count);
            at += count;
            return count;
        }

        private void samples(short[] piece) {
            if (at < says.count()) {
                says.copy(at, piece);
            } else {
                Arrays.fill(piece, (short) 0);
            }
        }

        @Override
        public void close() {
            at = 0;
        }
    }
}
