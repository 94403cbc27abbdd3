package org.epiglyph.desktop.handback;

import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.PasswordField;
import javafx.scene.control.RadioButton;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.exchange.record.Ability;
import org.epiglyph.exchange.record.RecordService;

/**
 * Which record service the work is sent to, who sees it there, and why results are changed; says what the service
 * cannot do.
 */
final class RecordFields extends VBox {
    private final HandBackModel model;
    private final TextField address = new TextField();
    private final PasswordField secret = new PasswordField();
    private final RadioButton held = new RadioButton(UiText.of("HandBack.held"));
    private final RadioButton visible = new RadioButton(UiText.of("HandBack.visible"));
    private final ToggleGroup showing = new ToggleGroup();
    private final Label cannot = new Label();
    private final Label changed = new Label();
    private final VBox amending;

    RecordFields(HandBackModel model, String token) {
        this.model = model;
        address.setText(model.origin().address());
        address.setId("hand-back-address");
        secret.setText(token);
        secret.setId("hand-back-token");
        held.setId("held");
        visible.setId("visible");
        for (RadioButton one : List.of(held, visible)) {
            one.setToggleGroup(showing);
            one.setWrapText(true);
            one.setMinHeight(Region.USE_PREF_SIZE);
        }
        cannot.setId("service-cannot");
        cannot.setWrapText(true);
        cannot.setMinHeight(Region.USE_PREF_SIZE);
        amending = amending();
        getChildren().addAll(held, visible, cannot, amending, Form.labelled("Collect.address", address), elsewhere(),
                Form.labelled("Collect.token", secret));
        getStyleClass().add("way-out-part");
        address.textProperty().addListener((_, _, _) -> showMissingAbilities());
        showMissingAbilities();
    }

    String address() {
        return address.getText().strip();
    }

    String token() {
        return secret.getText();
    }

    /** Whether students see the results; empty before the marker has chosen. */
    Optional<HandBackModel.Showing> showing() {
        if (!canHold()) {
            return Optional.of(HandBackModel.Showing.VISIBLE);
        }
        return showing.getSelectedToggle() == null
                ? Optional.empty()
                : Optional.of(visible.isSelected() ? HandBackModel.Showing.VISIBLE : HandBackModel.Showing.HELD);
    }

    /** True if the service can hide results. */
    boolean canHold() {
        return service().abilities().contains(Ability.VISIBILITY);
    }

    /** True if the service accepts extensions and excuses. */
    boolean canAllow() {
        return service().abilities().contains(Ability.ALLOWANCES);
    }

    /** Calls back when a choice here changes. */
    void onChange(Runnable changed) {
        showing.selectedToggleProperty().addListener((_, _, _) -> changed.run());
        address.textProperty().addListener((_, _, _) -> changed.run());
    }

    /**
     * Asks why results are changed.
     *
     * @param count how many that are sent were handed back before and have changed since
     */
    void ask(int count) {
        changed.setText(UiText.of("HandBack.amending", count));
        Form.show(amending, count > 0 && service().abilities().contains(Ability.AMENDMENTS));
    }

    private RecordService service() {
        return model.record().serviceAt(address());
    }

    private void showMissingAbilities() {
        Form.show(held, canHold());
        Form.show(visible, canHold());
        boolean takesFiles = service().abilities().contains(Ability.FILES);
        cannot.setText(takesFiles ? "" : UiText.of("HandBack.cannot", service().name()));
        Form.show(cannot, !takesFiles);
    }

    private VBox amending() {
        TextField why = new TextField();
        why.setId("amend-why");
        why.textProperty().bindBidirectional(model.amendmentProperty());
        changed.setLabelFor(why);
        changed.getStyleClass().add("field-label");
        changed.setWrapText(true);
        changed.setMinHeight(Region.USE_PREF_SIZE);
        CheckBox shown = new CheckBox(UiText.of("HandBack.amendingShown"));
        shown.setId("amend-shown");
        shown.selectedProperty().bindBidirectional(model.amendmentShownProperty());
        shown.disableProperty().bind(model.amendmentProperty().map(String::isBlank));
        return new VBox(changed, why, shown);
    }

    /** Offers the address that answers, if the one in the field does not. */
    private Node elsewhere() {
        Label label = new Label();
        label.textProperty()
                .bind(model.elsewhereProperty().map(e -> e.isEmpty() ? "" : UiText.of("HandBack.elsewhere", e)));
        label.setWrapText(true);
        label.setMinHeight(Region.USE_PREF_SIZE);
        Button use = new Button(UiText.of("HandBack.useAddress"));
        use.setId("use-address");
        use.getStyleClass().add("plain-button");
        use.setOnAction(_ -> address.setText(model.elsewhereProperty().get()));
        VBox line = new VBox(label, use);
        line.visibleProperty()
                .bind(model.elsewhereProperty()
                        .isNotEmpty()
                        .and(address.textProperty().isNotEqualTo(model.elsewhereProperty())));
        line.managedProperty().bind(line.visibleProperty());
        return line;
    }
}
