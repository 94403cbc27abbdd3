package org.epiglyph.desktop.handback;

import java.io.IOException;
import java.util.Collection;
import java.util.EnumSet;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Function;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import org.epiglyph.carrier.Profile;
import org.epiglyph.core.Problem;
import org.epiglyph.core.feedback.ClassWords;
import org.epiglyph.core.feedback.FeedbackSheet;
import org.epiglyph.desktop.frame.FileDialog;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.SaveOnLeave;
import org.epiglyph.desktop.frame.UiText;

/** Options that the sentence does not show: names, folders, columns, parts of the sheet. Folded until it is wanted. */
final class ProfileFields extends VBox {
    private final HandBackModel model;
    private final VBox fields = new VBox();
    private final Button unfold = Form.button("HandBack.more", "link-button", this::toggle);

    ProfileFields(HandBackModel model) {
        this.model = model;
        unfold.setId("more-choices");
        fields.getStyleClass().add("way-out-part");
        fields.setVisible(false);
        fields.setManaged(false);
        getChildren().addAll(unfold, fields);
        model.profileProperty().addListener((_, _, _) -> refresh());
        refresh();
    }

    private void toggle() {
        fields.setVisible(!fields.isVisible());
        fields.setManaged(fields.isVisible());
        unfold.setText(UiText.of(fields.isVisible() ? "HandBack.fewer" : "HandBack.more"));
    }

    private Profile profile() {
        return model.profileProperty().get();
    }

    private Node place() {
        Node place = SaveOnLeave.choice(java.util.List.of(Profile.SheetPlace.values()), profile().place(),
                one -> UiText.of("HandBack.sheetPlace." + one), one -> choose(p -> p.withPlace(one)));
        place.setId("sheet-place");
        place.setAccessibleText(UiText.of("HandBack.part"));
        Form.show(place, profile().sheet() == Profile.Sheet.PDF);
        return place;
    }

    private void refresh() {
        boolean sheet = profile().sheet() != Profile.Sheet.NONE;
        VBox parts = some("HandBack.part", FeedbackSheet.Part.class, left(), (p, with) -> {
            Set<FeedbackSheet.Part> without = EnumSet.allOf(FeedbackSheet.Part.class);
            without.removeAll(with);
            return p.withLeftOut(without);
        });
        Form.show(parts, sheet);
        Label folder = Form.text(UiText.of("HandBack.layout"), "field-label");
        Node layout = SaveOnLeave.choice(java.util.List.of(Profile.Layout.values()), profile().layout(),
                l -> UiText.of("HandBack.layout." + l), l -> choose(p -> p.withLayout(l)));
        layout.setId("layout");
        layout.setAccessibleText(folder.getText());
        CheckBox refuse = box("HandBack.refuse", profile().meeting() == Profile.Meeting.REFUSE,
                on -> p -> p.withMeeting(on ? Profile.Meeting.REFUSE : Profile.Meeting.NEXT_NUMBER));
        CheckBox xfdf = box("HandBack.xfdf", profile().xfdf(), on -> p -> p.withXfdf(on));
        FlowPane files = new FlowPane(Form.button("HandBack.profileOpen", "link-button", this::open),
                Form.button("HandBack.profileSave", "link-button", this::save));
        files.getStyleClass().add("look-over-acts");
        VBox figures = some("HandBack.figure", ClassWords.Figure.class, profile().figures(), Profile::withFigures);
        Form.show(figures, sheet);
        VBox all = new VBox(place(), parts, figures,
                some("HandBack.name", Profile.Addition.class, profile().names(), Profile::withNames),
                some("HandBack.column", Profile.Column.class, profile().columns(), Profile::withColumns),
                folder, layout, refuse, xfdf, files);
        all.getStyleClass().add("profile-boxes");
        Form.exchange(fields, all);
    }

    private Set<FeedbackSheet.Part> left() {
        Set<FeedbackSheet.Part> with = EnumSet.allOf(FeedbackSheet.Part.class);
        with.removeAll(profile().leftOut());
        return with;
    }

    private void choose(Function<Profile, Profile> change) {
        model.choose(change.apply(profile()));
    }

    private CheckBox box(String key, boolean on, Function<Boolean, Function<Profile, Profile>> change) {
        CheckBox box = new CheckBox(UiText.of(key));
        box.setId(key.substring(key.indexOf('.') + 1).replace('.', '-'));
        box.setWrapText(true);
        box.setSelected(on);
        box.setOnAction(_ -> choose(change.apply(box.isSelected())));
        return box;
    }

    /** Check boxes of which any number may be selected. */
    private <E extends Enum<E>> VBox some(String key, Class<E> kind, Collection<E> on,
            BiFunction<Profile, Set<E>, Profile> change) {
        VBox boxes = new VBox(Form.text(UiText.of(key), "field-label"));
        for (E one : kind.getEnumConstants()) {
            boxes.getChildren().add(box(key + "." + one, on.contains(one), yes -> p -> {
                Set<E> now = EnumSet.noneOf(kind);
                now.addAll(on);
                if (yes) {
                    now.add(one);
                } else {
                    now.remove(one);
                }
                return change.apply(p, now);
            }));
        }
        boxes.getStyleClass().add("profile-boxes");
        return boxes;
    }

    private FileDialog dialog(String title) {
        return new FileDialog(getScene().getWindow(), UiText.of(title)).kind(UiText.of("HandBack.profileKind"),
                "*.txt");
    }

    private void open() {
        dialog("HandBack.profileOpen").open().ifPresent(file -> {
            try {
                model.choose(Profile.read(file));
            } catch (Problem e) {
                model.troubleProperty().set(e.getMessage());
            }
        });
    }

    private void save() {
        dialog("HandBack.profileSave").save(UiText.of("HandBack.profileName")).ifPresent(file -> {
            try {
                profile().write(file);
            } catch (IOException e) {
                model.troubleProperty().set(UiText.of("HandBack.profileNotSaved", file));
            }
        });
    }
}
