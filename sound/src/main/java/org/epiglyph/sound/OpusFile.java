package org.epiglyph.sound;

import io.github.jaredmdobson.concentus.OpusApplication;
import io.github.jaredmdobson.concentus.OpusEncoder;
import io.github.jaredmdobson.concentus.OpusException;
import io.github.jaredmdobson.concentus.OpusSignal;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Set;
import java.util.zip.CRC32;
import org.epiglyph.core.spoken.Samples;
import org.gagravarr.ogg.OggFile;
import org.gagravarr.ogg.OggPacket;
import org.gagravarr.ogg.OggPacketWriter;
import org.gagravarr.opus.OpusInfo;
import org.gagravarr.opus.OpusTags;

/** Speech as Opus in Ogg (RFC 6716, RFC 7845), small enough to be handed out: at most 200 kB per minute. */
public final class OpusFile {
    /** The extension of such files (RFC 7845, 9). */
    public static final String ENDING = ".opus";
    /** Bits per second. */
    private static final int BITRATE = 24_000;
    /** From 0 to 10; more takes twice as long for a difference that speech does not show. */
    private static final int EFFORT = 3;
    private static final int FRAMES = 50;
    /** Ogg counts in samples of this rate, whatever the sound's rate is (RFC 7845, 4). */
    private static final int OGG_RATE = 48_000;
    private static final int LARGEST_PACKET = 1_500;
    private static final Set<Integer> RATES = Set.of(8_000, 12_000, 16_000, 24_000, 48_000);

    private OpusFile() {}

    /**
     * Writes a file. The same samples give the same bytes.
     *
     * @param samples at 8, 12, 16, 24 or 48 kHz
     * @param title   as players show it
     */
    public static void write(Samples samples, String title, Path target) throws IOException {
        if (!RATES.contains(samples.rate())) {
            throw new IOException("Opus has no rate of " + samples.rate() + " samples a second");
        }
        try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(target))) {
            OggFile ogg = new OggFile(out);
            OggPacketWriter packets = ogg.getPacketWriter(serial(samples));
            OpusEncoder encoder = new OpusEncoder(samples.rate(), 1, OpusApplication.OPUS_APPLICATION_VOIP);
            encoder.setBitrate(BITRATE);
            encoder.setComplexity(EFFORT);
            encoder.setSignalType(OpusSignal.OPUS_SIGNAL_VOICE);
            int skipped = encoder.getLookahead() * (OGG_RATE / samples.rate());
            head(packets, samples.rate(), skipped, title);
            sound(packets, samples, encoder, skipped);
            packets.close();
            ogg.close();
        } catch (OpusException e) {
            throw new IOException("The speech cannot be made small", e);
        }
    }

    private static void head(OggPacketWriter packets, int rate, int skipped, String title) throws IOException {
        OpusInfo info = new OpusInfo();
        info.setNumChannels(1);
        info.setSampleRate(rate);
        info.setPreSkip(skipped);
        OpusTags tags = new OpusTags();
        tags.addComment("TITLE", title);
        packets.bufferPacket(info.write(), true);
        packets.bufferPacket(tags.write(), true);
    }

    /**
     * One page per second; the last says where the sound ends, so that no silence is heard after it (RFC 7845, 4.4).
     */
    private static void sound(OggPacketWriter packets, Samples samples, OpusEncoder encoder, int skipped)
            throws OpusException, IOException {
        int frame = samples.rate() / FRAMES;
        int scale = OGG_RATE / samples.rate();
        long end = skipped + (long) samples.count() * scale;
        int count = (int) Math.max(1, (end + OGG_RATE / FRAMES - 1) / (OGG_RATE / FRAMES));
        short[] piece = new short[frame];
        byte[] packet = new byte[LARGEST_PACKET];
        for (int i = 0; i < count; i++) {
            samples.copy(i * frame, piece);
            int length = encoder.encode(piece, 0, frame, packet, 0, packet.length);
            packets.bufferPacket(new OggPacket(Arrays.copyOf(packet, length)));
            if (i + 1 < count && (i + 1) % FRAMES == 0) {
                packets.setGranulePosition((i + 1L) * frame * scale);
                packets.flush();
            } else if (i + 1 == count) {
                packets.setGranulePosition(end);
            }
        }
    }

    /** A serial number derived from the sound; the same for the same sound. */
    private static int serial(Samples samples) {
        CRC32 sum = new CRC32();
        for (int i = 0; i < samples.count(); i++) {
            sum.update(samples.at(i));
            sum.update(samples.at(i) >> 8);
        }
        return (int) sum.getValue();
    }
}
