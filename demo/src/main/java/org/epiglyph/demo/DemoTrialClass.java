package org.epiglyph.demo;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import org.epiglyph.documents.TrialClass;
import org.epiglyph.places.FolderTree;

/** The demo's workbooks as a folder of files with a grade sheet, as if they had arrived without a record service. */
public final class DemoTrialClass implements TrialClass {
    @Override
    public void make(Path folder, Path shelf) throws IOException {
        if (Files.exists(folder)) {
            return;
        }
        Files.createDirectories(folder.toAbsolutePath().getParent());
        Path growing = Files.createTempDirectory(folder.toAbsolutePath().getParent(), ".trial");
        try {
            DemoWorld.make(growing.resolve("office"), shelf);
            Path files = growing.resolve("office").resolve("tasks").resolve(DemoWorld.TASK).resolve("files");
            Files.writeString(files.resolve("Grade sheet.csv"), sheet(), StandardCharsets.UTF_8);
            Files.move(files, folder, StandardCopyOption.ATOMIC_MOVE);
        } finally {
            FolderTree.delete(growing);
        }
    }

    private static String sheet() {
        StringBuilder sheet = new StringBuilder("Key,Given name,Family name,Section,Score,Maximum\r\n");
        for (ClassList.Member member : ClassList.members()) {
            sheet.append(String.join(",", member.sourcedId(), quoted(member.givenName()), quoted(member.familyName()),
                    quoted(member.section()), "", "32")).append("\r\n");
        }
        return sheet.toString();
    }

    private static String quoted(String text) {
        return "\"" + text.replace("\"", "\"\"") + "\"";
    }
}
