package org.epiglyph.desktop.settings;

import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.pencase.PenCase;
import org.epiglyph.core.pencase.Slot;
import org.epiglyph.core.pencase.Tool;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** What the marker has chosen, kept as a small readable file. A file that cannot be read is put aside, never overwritten. */
public final class Settings {
    private static final Logger LOG = LoggerFactory.getLogger(Settings.class);
    private final ObjectMapper json = new ObjectMapper();
    private final Path file;

    /** @param folder where the settings are; made when something is kept */
    public Settings(Path folder) {
        this.file = folder.resolve("pen-case.json");
    }

    private record KeptSlot(Tool tool, Ink ink, double width, Sign sign) {}

    private record KeptCase(List<KeptSlot> slots, int inHand) {}

    /** The marker's pen case, or a fresh one. */
    public PenCase penCase() {
        if (!Files.exists(file)) {
            return PenCase.fresh();
        }
        try {
            KeptCase kept = json.readValue(file.toFile(), KeptCase.class);
            return new PenCase(
                    kept.slots().stream().map(s -> new Slot(s.tool(), s.ink(), s.width(), s.sign())).toList(),
                    kept.inHand());
        } catch (IOException | IllegalArgumentException | NullPointerException e) {
            LOG.warn("The pen case cannot be read and is put aside", e);
            putAside();
            return PenCase.fresh();
        }
    }

    /** Keeps the pen case for the next submission and the next start. */
    public synchronized void keep(PenCase penCase) {
        try {
            Files.createDirectories(file.getParent());
            Path beside = file.resolveSibling(file.getFileName() + ".part");
            List<KeptSlot> slots = penCase.slots()
                    .stream()
                    .map(s -> new KeptSlot(s.tool(), s.ink(), s.width(), s.sign()))
                    .toList();
            json.writerWithDefaultPrettyPrinter().writeValue(beside.toFile(), new KeptCase(slots, penCase.inHand()));
            Files.move(beside, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        } catch (IOException e) {
            LOG.warn("The pen case could not be kept", e);
        }
    }

    private void putAside() {
        try {
            Files.move(file, file.resolveSibling("pen-case.unreadable.json"), StandardCopyOption.REPLACE_EXISTING);
        } catch (IOException e) {
            LOG.warn("The unreadable pen case could not be put aside", e);
        }
    }
}
