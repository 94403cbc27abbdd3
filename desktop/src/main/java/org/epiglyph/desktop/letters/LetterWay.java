package org.epiglyph.desktop.letters;

import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import javafx.beans.binding.Bindings;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.PasswordField;
import javafx.scene.control.RadioButton;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.epiglyph.carrier.LetterSending;
import org.epiglyph.desktop.frame.BusyPane;
import org.epiglyph.desktop.frame.FileDialog;
import org.epiglyph.desktop.frame.Form;
import org.epiglyph.desktop.frame.SaveOnLeave;
import org.epiglyph.desktop.frame.UiText;
import org.epiglyph.desktop.settings.MailHabit;
import org.epiglyph.exchange.mail.MailService;
import org.epiglyph.exchange.mail.Sender;

/** How letters are sent: the sender, as files or by a mail service, and the one button. */
final class LetterWay extends VBox {
    private static final int FIRST_PORT = 587;
    private final LettersModel model;
    private final Consumer<MailHabit> keep;
    private final TextField from = new TextField();
    private final TextField name = new TextField();
    private final RadioButton asFiles = new RadioButton(UiText.of("Letters.asFiles"));
    private final RadioButton mail = new RadioButton(UiText.of("Letters.mail"));
    private final TextField folder = new TextField();
    private final TextField host = new TextField();
    private final TextField port = new TextField();
    private final ComboBox<MailService.Security> security;
    private final TextField user = new TextField();
    private final PasswordField password = new PasswordField();
    private final Button send = new Button();
    private MailService.Security protection;

    /** @param keep saves the sender and the service */
    LetterWay(LettersModel model, MailHabit habit, Consumer<MailHabit> keep) {
        this.model = model;
        this.keep = keep;
        getStyleClass().add("way-out");
        from.setText(habit.from());
        name.setText(habit.name());
        host.setText(habit.host());
        port.setText(Integer.toString(habit.port() == 0 ? FIRST_PORT : habit.port()));
        user.setText(habit.user());
        protection = MailService.Security.valueOf(habit.security());
        security = SaveOnLeave.choice(List.of(MailService.Security.values()), protection,
                one -> UiText.of("Letters.security." + one), one -> protection = one);
        folder.setText(model.folder().toString());
        ids();
        choice(habit.byMail());
        Label heading = new Label(UiText.of("Letters.how"));
        heading.getStyleClass().add("subheading");
        VBox fields = new VBox(Form.labelled("Letters.from", from), Form.labelled("Letters.fromName", name), asFiles,
                folderPart(), mail, mailPart());
        fields.getStyleClass().add("way-out-part");
        fields.disableProperty().bind(model.background().busyProperty());
        sendButton();
        getChildren().addAll(heading, fields, again(), send,
                Form.text(model.troubleProperty(), "notice", "letters-trouble"),
                Form.text(model.messageProperty(), "said", "letters-said"), new BusyPane(model.background()),
                Form.hint("Letters.hint"));
    }

    private void choice(boolean byMail) {
        ToggleGroup ways = new ToggleGroup();
        for (RadioButton way : List.of(asFiles, mail)) {
            way.setToggleGroup(ways);
            way.setWrapText(true);
            way.setMinHeight(Region.USE_PREF_SIZE);
        }
        (byMail ? mail : asFiles).setSelected(true);
    }

    /** Offered if letters may have been sent already. */
    private CheckBox again() {
        CheckBox again = new CheckBox(UiText.of("Letters.again"));
        again.setId("letters-again");
        again.setWrapText(true);
        again.setMinHeight(Region.USE_PREF_SIZE);
        again.selectedProperty().bindBidirectional(model.againProperty());
        again.visibleProperty()
                .bind(model.planProperty()
                        .map(p -> model.againProperty().get()
                                || p.fates().stream().anyMatch(f -> f instanceof LetterSending.Fate.MayHaveGone)));
        again.managedProperty().bind(again.visibleProperty());
        return again;
    }

    private void sendButton() {
        send.setId("letters-send");
        send.getStyleClass().add("main-button");
        send.setOnAction(_ -> send());
        send.textProperty().bind(model.planProperty().map(_ -> UiText.of("Letters.send", model.going().size())));
        send.disableProperty()
                .bind(model.background()
                        .busyProperty()
                        .or(Bindings.createBooleanBinding(
                                () -> model.going().isEmpty() || model.text().isEmpty()
                                        || !model.text().unknown().isEmpty(),
                                model.planProperty(), model.subjectProperty(), model.bodyProperty())));
    }

    private void ids() {
        from.setId("letters-from");
        name.setId("letters-name");
        asFiles.setId("letters-as-files");
        mail.setId("letters-mail");
        folder.setId("letters-folder");
        host.setId("letters-host");
        port.setId("letters-port");
        security.setId("letters-security");
        security.setAccessibleText(UiText.of("Letters.security"));
        user.setId("letters-user");
        password.setId("letters-password");
    }

    private VBox folderPart() {
        Button choose = Form.button("HandBack.choose", "plain-button",
                () -> new FileDialog(getScene().getWindow(), UiText.of("Letters.chooseFolder")).folder()
                        .ifPresent(f -> folder.setText(f.toString())));
        return shownWith(asFiles, new VBox(Form.labelled("Letters.folder", folder, choose)));
    }

    private VBox mailPart() {
        return shownWith(mail, new VBox(Form.labelled("Letters.host", host), Form.labelled("Letters.port", port),
                Form.label("Letters.security", security), security, Form.labelled("Letters.user", user),
                Form.labelled("Letters.password", password)));
    }

    private static VBox shownWith(RadioButton way, VBox part) {
        part.getStyleClass().add("way-out-part");
        part.visibleProperty().bind(way.selectedProperty());
        part.managedProperty().bind(way.selectedProperty());
        return part;
    }

    private void send() {
        String digits = port.getText().strip();
        if (!digits.matches("\\d{1,5}")) {
            model.troubleProperty().set(UiText.of("Letters.badPort", digits));
            return;
        }
        int number = Integer.parseInt(digits);
        keep.accept(new MailHabit(from.getText().strip(), name.getText().strip(), mail.isSelected(),
                host.getText().strip(), number, protection.name(), user.getText().strip()));
        Sender sender = new Sender(from.getText().strip(), name.getText().strip());
        if (mail.isSelected()) {
            model.byMail(new MailService.Host(host.getText().strip(), number, protection,
                    user.getText().strip()), password.getText(), sender);
            return;
        }
        try {
            model.toFolder(Path.of(folder.getText().strip()), sender);
        } catch (InvalidPathException e) {
            model.troubleProperty().set(UiText.of("HandBack.noFolder", folder.getText()));
        }
    }
}
