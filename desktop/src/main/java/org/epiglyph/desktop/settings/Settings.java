package org.epiglyph.desktop.settings;

import com.fasterxml.jackson.annotation.JsonProperty;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.epiglyph.core.Problem;
import org.epiglyph.core.markbook.SavedList;
import org.epiglyph.core.marks.Face;
import org.epiglyph.core.marks.Ink;
import org.epiglyph.core.marks.Sign;
import org.epiglyph.core.pencase.PenCase;
import org.epiglyph.core.pencase.Slot;
import org.epiglyph.core.pencase.Tool;
import org.epiglyph.places.Private;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The marker's settings, stored as small readable files. A file that cannot be read is put aside, never overwritten.
 */
public final class Settings {
    private final Path folder;

    /** @param folder where the settings are; created when something is saved */
    public Settings(Path folder) {
        this.folder = folder;
    }

    /** A face is a sign's name, or an object that describes another face. */
    private record StoredSlot(Tool tool, Ink ink, double width, @JsonProperty("sign") Object face, String meaning,
            boolean ground) {
        static StoredSlot of(Slot s) {
            Object face = switch (s.face()) {
                case Sign sign -> sign.name();
                case Face.Text(String text, double aspect) -> Map.of("words", text, "aspect", aspect);
                case Face.Score(BigDecimal points, double aspect) ->
                    Map.of("score", points.toPlainString(), "aspect", aspect);
                case Face.Picture(String name, double aspect) -> Map.of("picture", name, "aspect", aspect);
            };
            return new StoredSlot(s.tool(), s.ink(), s.width(), face, s.meaning(), s.ground());
        }

        Slot slot(ObjectMapper json) {
            return new Slot(tool, ink, width, face(json.valueToTree(face)), Objects.requireNonNullElse(meaning, ""),
                    ground);
        }

        private static Face face(JsonNode node) {
            double aspect = node.path("aspect").asDouble(1);
            if (node.has("words")) {
                return new Face.Text(node.get("words").asText(), aspect);
            }
            if (node.has("score")) {
                return new Face.Score(new BigDecimal(node.get("score").asText()), aspect);
            }
            return node.has("picture")
                    ? new Face.Picture(node.get("picture").asText(), aspect)
                    : Sign.valueOf(node.asText());
        }
    }

    /** Created when it is first needed: the window does not wait for it. */
    private static final class Json {
        private static final ObjectMapper MAPPER = new ObjectMapper();
    }

    private record StoredCase(List<StoredSlot> slots, int inHand) {}

    private interface Reading<T> {
        T read(Path file) throws IOException;
    }

    /** The marker's pen case, or a new one. */
    public PenCase penCase() {
        return stored("pen-case", PenCase.fresh(), this::readPenCase);
    }

    /** Saves the pen case for the next submission and the next start. */
    public void save(PenCase penCase) {
        write("pen-case", toStored(penCase));
    }

    private PenCase readPenCase(Path file) throws IOException {
        StoredCase kept = json().readValue(file.toFile(), StoredCase.class);
        return new PenCase(kept.slots().stream().map(s -> s.slot(json())).toList(), kept.inHand());
    }

    private static StoredCase toStored(PenCase penCase) {
        return new StoredCase(penCase.slots().stream().map(StoredSlot::of).toList(), penCase.inHand());
    }

    /** Writes a pen case to a file that can be shared. */
    public void sharePenCase(PenCase penCase, Path file) throws Problem {
        try {
            json().writerWithDefaultPrettyPrinter().writeValue(file.toFile(), toStored(penCase));
        } catch (IOException e) {
            throw new Problem("The pen case could not be written to " + file.getFileName()
                    + ". Check that the folder is there and the disk has room.", e);
        }
    }

    /** Reads a shared pen case. */
    public PenCase takePenCase(Path file) throws Problem {
        try {
            return readPenCase(file);
        } catch (IOException | IllegalArgumentException | NullPointerException e) {
            throw new Problem(file.getFileName() + " is no pen case. Choose a file that was shared from one.", e);
        }
    }

    /** The marker's preferences for the window. */
    public View view() {
        return stored("view", View.FRESH, f -> json().readValue(f.toFile(), View.class));
    }

    public void save(View view) {
        write("view", view);
    }

    /** Where the window was; empty before it was first closed. */
    public Optional<WindowPlace> window() {
        return stored("window", Optional.empty(), f -> Optional.of(json().readValue(f.toFile(), WindowPlace.class)));
    }

    public void save(WindowPlace window) {
        write("window", window);
    }

    /** The space for pages when a desk was last left; empty before the first time. */
    public Optional<PageSpace> pageSpace() {
        return stored("page-space", Optional.empty(), f -> Optional.of(json().readValue(f.toFile(), PageSpace.class)));
    }

    public void save(PageSpace space) {
        write("page-space", space);
    }

    /** The marker's settings for letters; empty before the first one. */
    public Optional<MailHabit> mail() {
        return stored("mail", Optional.empty(), f -> Optional.of(json().readValue(f.toFile(), MailHabit.class)));
    }

    public void save(MailHabit mail) {
        write("mail", mail);
    }

    /** The marker's preferences for the mark book. */
    public BookHabit book() {
        return stored("mark-book", BookHabit.FRESH, f -> json().readValue(f.toFile(), BookHabit.class));
    }

    public void save(BookHabit book) {
        write("mark-book", book);
    }

    /** The marker's preferences for spoken remarks. */
    public SpeakingHabit speaking() {
        return stored("speaking", SpeakingHabit.FRESH, f -> json().readValue(f.toFile(), SpeakingHabit.class));
    }

    public void save(SpeakingHabit speaking) {
        write("speaking", speaking);
    }

    /** The marker's preferences for the shelf. */
    public ShelfHabit shelf() {
        return stored("shelf", ShelfHabit.FRESH, f -> json().readValue(f.toFile(), ShelfHabit.class));
    }

    public void save(ShelfHabit shelf) {
        write("shelf", shelf);
    }

    /** Lists of students that the marker uses for every batch. */
    public List<SavedList> lists() {
        return stored("kept-lists", List.of(), f -> SavedListFile.read(json(), f));
    }

    public void keepLists(List<SavedList> lists) {
        write("kept-lists", SavedListFile.written(lists));
    }

    /** Keys that the marker gave to acts, by the act's id. */
    public Map<String, String> keys() {
        return stored("keys", Map.of(), f -> Map.copyOf(stringMap(f)));
    }

    public void keepKeys(Map<String, String> keys) {
        write("keys", new TreeMap<>(keys));
    }

    private Map<String, String> stringMap(Path file) throws IOException {
        Map<String, String> map = new TreeMap<>();
        json().readTree(file.toFile()).properties().forEach(e -> map.put(e.getKey(), e.getValue().asText()));
        return map;
    }

    /** Words that the marker added to the dictionary. */
    public Set<String> ownWords() {
        return stored("words", Set.of(), f -> {
            Set<String> words = new TreeSet<>();
            json().readTree(f.toFile()).forEach(w -> words.add(w.asText()));
            return words;
        });
    }

    public void keepOwnWords(Set<String> words) {
        write("words", new TreeSet<>(words));
    }

    /** The folder of the marker's own pictures for stamps, each named by its digest. */
    public Path pictures() {
        return folder.resolve("pictures");
    }

    private static ObjectMapper json() {
        return Json.MAPPER;
    }

    /** Looked up when something is to be logged: the window does not wait for the log either. */
    private static Logger log() {
        return LoggerFactory.getLogger(Settings.class);
    }

    private Path file(String name) {
        return folder.resolve(name + ".json");
    }

    private synchronized <T> T stored(String name, T otherwise, Reading<T> reading) {
        Path file = file(name);
        if (!Files.exists(file)) {
            return otherwise;
        }
        try {
            return reading.read(file);
        } catch (IOException | IllegalArgumentException | NullPointerException e) {
            log().warn("Some settings cannot be read and are put aside", e);
            putAside(file);
            return otherwise;
        }
    }

    private synchronized void write(String name, Object value) {
        Path file = file(name);
        try {
            Private.folder(folder);
            Path beside = file.resolveSibling(file.getFileName() + ".part");
            Private.file(beside);
            json().writerWithDefaultPrettyPrinter().writeValue(beside.toFile(), value);
            Files.move(beside, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        } catch (IOException e) {
            log().warn("Some settings could not be kept", e);
        }
    }

    private static void putAside(Path file) {
        String name = String.valueOf(file.getFileName()).replace(".json", ".unreadable.json");
        try {
            Files.move(file, file.resolveSibling(name), StandardCopyOption.REPLACE_EXISTING);
        } catch (IOException e) {
            log().warn("Unreadable settings could not be put aside", e);
        }
    }
}
