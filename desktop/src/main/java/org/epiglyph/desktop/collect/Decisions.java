package org.epiglyph.desktop.collect;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import org.epiglyph.carrier.CollectPlan;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.exchange.archive.PathCheck;

/** The files of a source as rows that can be filtered, the selected row, and the decision about it; no nodes. */
final class Decisions {
    private final ObjectProperty<CollectPlan> plan;
    private final ObservableList<FileRow> rows = FXCollections.observableArrayList();
    private final ObjectProperty<RowFilter> filter = new SimpleObjectProperty<>(RowFilter.ALL);
    private final ObjectProperty<FileRow> chosen = new SimpleObjectProperty<>();
    private final ReadOnlyIntegerWrapper version = new ReadOnlyIntegerWrapper();
    private int begun;
    private String sharedFolders = "";

    /** @param plan the plan */
    Decisions(ObjectProperty<CollectPlan> plan) {
        this.plan = plan;
    }

    /** Incremented with every change to the plan or the decisions. */
    ReadOnlyIntegerProperty versionProperty() {
        return version.getReadOnlyProperty();
    }

    /** The rows that the filter shows, questions first. */
    ObservableList<FileRow> rows() {
        return rows;
    }

    ReadOnlyObjectProperty<RowFilter> filterProperty() {
        return filter;
    }

    ObjectProperty<FileRow> chosenProperty() {
        return chosen;
    }

    /** Starts with another plan: its questions, or all of it if there are none. */
    void begin() {
        sharedFolders = sharedFolders(plan.get());
        filter.set(plan.get().questions().isEmpty() ? RowFilter.ALL : RowFilter.QUESTIONS);
        changed();
        begun = version.get();
        chosen.set(rows.isEmpty() ? null : rows.getFirst());
    }

    /** Clears the rows of a plan that is closed. */
    void end() {
        rows.clear();
        chosen.set(null);
    }

    /** True if any input or decision was made since the source was read. */
    boolean hasAny() {
        return version.get() != begun;
    }

    /** Shows another plan of the same source, keeping the selected row, or the one in its place if it is gone. */
    void changeTo(CollectPlan other) {
        int at = rows.indexOf(chosen.get());
        plan.set(other);
        changed();
        if (chosen.get() != null && !rows.isEmpty() && !rows.contains(chosen.get())) {
            chosen.set(rows.get(Math.clamp(at, 0, rows.size() - 1)));
        }
    }

    private void changed() {
        CollectPlan now = plan.get();
        FileRow before = chosen.get();
        List<FileRow> all = new ArrayList<>();
        now.questions().forEach(i -> all.add(new FileRow.Arrived(i)));
        now.items().stream().filter(i -> !now.isQuestion(i)).forEach(i -> all.add(new FileRow.Arrived(i)));
        now.withoutFiles().forEach(s -> all.add(new FileRow.Nothing(s)));
        now.refusals().forEach(r -> all.add(new FileRow.Refused(r)));
        now.missing().forEach(path -> all.add(new FileRow.Gone(path)));
        rows.setAll(all.stream().filter(r -> filter.get().shows(r, now)).toList());
        version.set(version.get() + 1);
        if (before != null) {
            rows.stream().filter(r -> isSame(r, before)).findFirst().ifPresent(chosen::set);
        }
    }

    private static boolean isSame(FileRow one, FileRow other) {
        return one instanceof FileRow.Arrived(var a) && other instanceof FileRow.Arrived(var b)
                ? a.id().equals(b.id())
                : one.equals(other);
    }

    /** A path without the folders that all files share, made printable. */
    String shown(String path) {
        return PathCheck.printable(path.startsWith(sharedFolders) ? path.substring(sharedFolders.length()) : path);
    }

    private static String sharedFolders(CollectPlan plan) {
        String shared = null;
        for (CollectPlan.Item item : plan.items()) {
            String folders = item.path().substring(0, item.path().lastIndexOf('/') + 1);
            while (shared != null && !folders.startsWith(shared)) {
                shared = shared.substring(0, shared.lastIndexOf('/', shared.length() - 2) + 1);
            }
            shared = shared == null ? folders : shared;
        }
        return shared == null ? "" : shared;
    }

    /** Shows other rows. */
    void filter(RowFilter other) {
        filter.set(other);
        changed();
        if (!rows.contains(chosen.get())) {
            chosen.set(rows.isEmpty() ? null : rows.getFirst());
        }
    }

    /** The number of rows a filter would show. */
    long countOf(RowFilter other) {
        CollectPlan now = plan.get();
        long arrived = now.items().stream().filter(i -> other.shows(new FileRow.Arrived(i), now)).count();
        long nothing = other == RowFilter.NOTHING ? now.withoutFiles().size() : 0;
        long kept = other == RowFilter.KEPT || other == RowFilter.ALL ? now.refusals().size() : 0;
        return arrived + nothing + kept + (other == RowFilter.GONE ? now.missing().size() : 0);
    }

    /** The selected file, if the selected row is one. */
    Optional<CollectPlan.Item> chosenItem() {
        return chosen.get() instanceof FileRow.Arrived(CollectPlan.Item item) ? Optional.of(item) : Optional.empty();
    }

    /** Decides whose the file is; after a question, the next one is selected. */
    void decide(CollectPlan.Item item, Optional<StudentKey> student) {
        boolean question = plan.get().isQuestion(item);
        int at = rows.indexOf(chosen.get());
        changeTo(plan.get().decided(item, student));
        if (question) {
            nextQuestion(Math.max(0, at));
        }
    }

    /** Decides about the selected file by the index of a candidate, from 0. */
    void decideFor(int candidate) {
        chosenItem().filter(i -> candidate < i.match().candidates().size())
                .ifPresent(i -> decide(i, Optional.of(i.match().candidates().get(candidate).student())));
    }

    /** Accepts every likely match at once. */
    void acceptLikely() {
        CollectPlan now = plan.get();
        changeTo(now.decided(now.questions()
                .stream()
                .filter(q -> q.match().likely().isPresent())
                .collect(Collectors.toMap(q -> q, q -> q.match().likely()))));
    }

    void setAsideRest() {
        changeTo(plan.get().withQuestionsAside());
    }

    void withdraw() {
        chosenItem().ifPresent(i -> changeTo(plan.get().undecided(i)));
    }

    void nextQuestion() {
        nextQuestion(rows.indexOf(chosen.get()) + 1);
    }

    private void nextQuestion(int from) {
        for (int i = 0; i < rows.size(); i++) {
            FileRow row = rows.get((from + i) % rows.size());
            if (row instanceof FileRow.Arrived(CollectPlan.Item item) && plan.get().isQuestion(item)) {
                chosen.set(row);
                return;
            }
        }
    }

    /** The sentence that accounts for every file. */
    String countText() {
        CollectPlan.Count c = plan.get().count();
        List<String> parts = new ArrayList<>();
        parts.add(UiText.of("Collect.count.matched", c.matched()));
        if (plan.get().isUpdate()) {
            parts.set(0, UiText.of("Collect.count.matchedAgain", c.matched(), c.unchanged()));
        }
        addCount(parts, "Collect.count.questions", c.questions());
        addCount(parts, "Collect.count.aside", c.setAside());
        addCount(parts, "Collect.count.kept", c.kept());
        addCount(parts, "Collect.count.notTaken", c.notTaken());
        return UiText.of("Collect.count.all", c.all(), String.join(", ", parts));
    }

    private static void addCount(List<String> parts, String key, int count) {
        if (count > 0) {
            parts.add(UiText.of(key, count));
        }
    }
}
