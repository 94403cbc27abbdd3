package org.epiglyph.desktop.desk;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.epiglyph.core.marks.Mark;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.scoring.Criterion;
import org.epiglyph.core.spoken.SpokenPlace;
import org.epiglyph.core.spoken.SpokenRemark;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.marking.DeskModel;
import org.epiglyph.desktop.marking.MarkText;
import org.epiglyph.desktop.settings.SpeakingHabit;
import org.epiglyph.desktop.spoken.ListeningModel;
import org.epiglyph.desktop.spoken.SpeakingModel;

/** Spoken remarks: records one about a mark, a criterion or the whole, and lists those of the work on the desk. */
final class SpokenSide implements Side {
    private final DeskModel model;
    private final SpeakingModel speaking;
    private final ListeningModel listening;
    private final Consumer<SpokenPlace> go;
    private final ComboBox<SpokenPlace> about = new ComboBox<>();
    private final ComboBox<Integer> minutes = new ComboBox<>();
    private final Button record;
    private final RecordLine recording;
    private final VBox ready;
    private final VBox list = new VBox();
    private final VBox content;
    private final ScrollPane node;
    private final List<SpokenEntry> entries = new ArrayList<>();
    private Optional<Shown> shown = Optional.empty();
    private Optional<SpokenPlace> offered = Optional.empty();
    private String toWrite = "";

    /** What is shown, without the text, which is typed here. */
    private record Shown(StudentKey student, boolean sealed, List<SpokenRemark> remarks, List<String> places) {}

    /** @param go shows what a remark is about */
    SpokenSide(DeskModel model, SpeakingModel speaking, ListeningModel listening, Consumer<SpokenPlace> go) {
        this.model = model;
        this.speaking = speaking;
        this.listening = listening;
        this.go = go;
        record = Form.button("Spoken.record", "main-button", () -> begin(about.getValue()));
        record.setId("record");
        recording = new RecordLine(speaking);
        about.setId("spoken-about");
        about.setMaxWidth(Double.MAX_VALUE);
        about.setConverter(Form.shownAs(this::place));
        minutes.setId("spoken-minutes");
        minutes.getItems().setAll(SpeakingHabit.CHOICES);
        minutes.setConverter(Form.shownAs(m -> UiText.of("Spoken.minutes", m)));
        speaking.minutesProperty().subscribe(now -> minutes.setValue(now.intValue()));
        minutes.valueProperty().subscribe((_, now) -> speaking.minutesProperty().set(now));
        ready = new VBox(Form.label("Spoken.about", about), about, Form.label("Spoken.most", minutes), minutes, record,
                Form.hint("Spoken.hold"));
        ready.getStyleClass().add("spoken-ready");
        list.getStyleClass().add("spoken-list");
        content = new VBox(ready, recording, list);
        content.getStyleClass().add("spoken-side");
        node = new ScrollPane(content);
        node.setFitToWidth(true);
        speaking.nowProperty().subscribe(this::showSpeaking);
        speaking.onKept(this::write);
    }

    /**
     * Puts the caret into the text of a remark about the work on the desk; about another's it would come later,
     * unexpectedly.
     */
    void write(String remark) {
        toWrite = model.submission().findSpoken(remark).isPresent() ? remark : "";
        refresh();
    }

    @Override
    public String name() {
        return "spoken";
    }

    @Override
    public Region node() {
        return node;
    }

    @Override
    public void leave() {
        listening.stop();
    }

    /** Starts recording about something, or stops and saves. */
    void speak(SpokenPlace place) {
        if (speaking.isSpeaking()) {
            speaking.save();
        } else {
            begin(place);
        }
    }

    private void begin(SpokenPlace place) {
        listening.stop();
        speaking.begin(place, Optional.empty());
    }

    private void showSpeaking(Optional<SpeakingModel.Now> now) {
        boolean was = recording.isVisible();
        Form.show(recording, now.isPresent());
        Form.show(ready, now.isEmpty() && !model.submission().sealed());
        if (!was && now.isPresent()) {
            showSubject(now.get());
            node.setVvalue(0);
        }
    }

    /** If another student is on the desk by now, shows whose work the recording is about. */
    private void showSubject(SpeakingModel.Now now) {
        recording.about(now.student().equals(model.student())
                ? place(now.place())
                : model.batch().submission(now.student()).student().name());
    }

    @Override
    public void refresh() {
        List<SpokenRemark> remarks = model.submission().spoken();
        Shown now = new Shown(model.student(), model.submission().sealed(),
                remarks.stream().map(r -> r.withText("")).toList(),
                remarks.stream().map(r -> place(r.place())).toList());
        if (!shown.equals(Optional.of(now))) {
            shown = Optional.of(now);
            fill(remarks);
        } else {
            entries.forEach(SpokenEntry::refresh);
        }
        offer();
        showSpeaking(speaking.nowProperty().get());
        speaking.nowProperty().get().ifPresent(this::showSubject);
        entryToWrite().ifPresent(e -> {
            toWrite = "";
            Platform.runLater(() -> show(e)); // once it has its place
        });
    }

    private void show(SpokenEntry entry) {
        entry.focusText();
        double more = content.getHeight() - node.getViewportBounds().getHeight();
        double top = content.sceneToLocal(entry.localToScene(0, 0)).getY();
        node.setVvalue(more <= 0 ? 0 : Math.clamp(top / more, 0, 1));
    }

    private Optional<SpokenEntry> entryToWrite() {
        return entries.stream().filter(e -> !toWrite.isEmpty() && e.getId().equals("spoken-" + toWrite)).findFirst();
    }

    private void fill(List<SpokenRemark> remarks) {
        entries.clear();
        for (SpokenRemark remark : remarks.reversed()) {
            SpokenEntry entry = new SpokenEntry(model, listening, remark, place(remark.place()),
                    () -> go.accept(remark.place()), () -> again(remark));
            entry.setId("spoken-" + remark.id());
            entries.add(entry);
        }
        list.getChildren().setAll(entries.isEmpty() ? List.<Node>of(Form.hint("Spoken.none")) : entries);
    }

    private void again(SpokenRemark remark) {
        listening.stop();
        speaking.begin(remark.place(), Optional.of(remark));
    }

    /** What a recording can be about: the selected mark, which comes first, the criteria, the whole. */
    private void offer() {
        List<SpokenPlace> places = new ArrayList<>();
        Optional<SpokenPlace> chosen = model.chosen().one().map(m -> SpokenPlace.ofMark(m.id()));
        chosen.ifPresent(places::add);
        places.add(SpokenPlace.WHOLE);
        model.batch().scheme().criteria().forEach(c -> places.add(SpokenPlace.ofCriterion(c.id())));
        SpokenPlace before = about.getValue();
        if (!about.getItems().equals(places)) {
            about.getItems().setAll(places);
        }
        if (!offered.equals(chosen) || !places.contains(before)) {
            about.setValue(chosen.orElse(SpokenPlace.WHOLE));
        } else {
            about.setValue(before);
        }
        offered = chosen;
    }

    /** What a remark is about, as text. */
    private String place(SpokenPlace place) {
        return switch (place.kind()) {
            case WHOLE -> UiText.of("Spoken.ofWhole");
            case CRITERION -> model.batch()
                    .scheme()
                    .findCriterion(place.subject())
                    .map(Criterion::name)
                    .orElse(UiText.of("Spoken.criterionGone"));
            case MARK -> model.submission()
                    .findMark(place.subject())
                    .map(this::mark)
                    .orElse(UiText.of("Spoken.markGone"));
        };
    }

    private String mark(Mark mark) {
        String text = mark.remark().isEmpty() ? MarkText.of(mark) : MarkText.shortened(mark.remark().text());
        return UiText.of(mark.isPrivate() ? "Spoken.ofPrivateMark" : "Spoken.ofMark", mark.page().number(), text);
    }
}
