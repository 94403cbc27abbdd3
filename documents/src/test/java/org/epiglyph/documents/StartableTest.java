package org.epiglyph.documents;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.poi.poifs.filesystem.POIFSFileSystem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Extensions and signatures of executable files (common practice, no source). */
class StartableTest {
    @TempDir
    private Path folder;

    private Path file(String content) throws IOException {
        return Files.write(folder.resolve("received"), content.getBytes(StandardCharsets.ISO_8859_1));
    }

    @ParameterizedTest
    @ValueSource(strings = {"essay.exe", "essay.pdf.EXE", "essay.scr ", "essay.bat.", "a.js", "a.vbs", "a.hta", "a.lnk",
            "a.url",
            "a.desktop", "a.webloc", "a.docm", "a.jar", "a.sh", "a.py", "essay.com\u200B", "a.xlsm", "a.appref-ms",
            "a.iso"})
    void refusesProgramsByExtension(String name) throws IOException {
        assertThat(Startable.refusal(file("plain words"), name)).isPresent();
    }

    @ParameterizedTest
    @ValueSource(strings = {"MZ\u0090", "\u007FELF", "#!/bin/sh\n", "\u00CA\u00FE\u00BA\u00BE",
            "L\0\0\0\u0001\u0014\u0002\0",
            "[InternetShortcut]\nURL=x", "\u00EF\u00BB\u00BF#!/usr/bin/env python", "\u00CF\u00FA\u00ED\u00FE"})
    void refusesProgramsByContent(String content) throws IOException {
        assertThat(Startable.refusal(file(content), "essay.pdf")).isPresent();
    }

    @Test
    void refusesDocumentsWithMacrosOnly() throws IOException {
        for (String part : new String[]{"word/vbaProject.bin", "Basic/Standard/script-lb.xml",
                "xl/macrosheets/sheet1.xml"}) {
            Path file = folder.resolve("essay.docx");
            try (OutputStream out = Files.newOutputStream(file); ZipOutputStream zip = new ZipOutputStream(out)) {
                zip.putNextEntry(new ZipEntry("word/document.xml"));
                zip.closeEntry();
                zip.putNextEntry(new ZipEntry(part));
                zip.closeEntry();
            }
            assertThat(Startable.refusal(file, "essay.docx")).as(part).isPresent();
        }
        Path old = folder.resolve("old.doc");
        try (POIFSFileSystem container = new POIFSFileSystem(); OutputStream out = Files.newOutputStream(old)) {
            container.createDirectory("Macros");
            container.writeFilesystem(out);
        }
        assertThat(Startable.refusal(old, "old.doc")).isPresent();
        try (POIFSFileSystem container = new POIFSFileSystem(); OutputStream out = Files.newOutputStream(old)) {
            container.createDirectory("Words");
            container.writeFilesystem(out);
        }
        assertThat(Startable.refusal(old, "old.doc")).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"essay.pdf", "essay.docx", "photo.jpeg", "talk.mp4", "notes", "data.csv", ".hidden", "a.b"})
    void allowsDocumentsAndNamesTheirApplication(String name) throws IOException {
        assertThat(Startable.refusal(file("plain words"), name)).isEmpty();
        assertThat(Startable.kind(name).text()).isNotBlank();
    }
}
