package org.epiglyph.documents;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.zip.ZipFile;
import org.apache.poi.poifs.filesystem.POIFSFileSystem;
import org.epiglyph.core.Message;
import org.epiglyph.documents.rendition.Renditions;

/**
 * Decides whether a received file may be opened by the system. Programs, scripts, shortcuts and documents with macros
 * run something or lead elsewhere; they are recognised by content and by name, for all operating systems.
 */
public final class Startable {
    private static final int HEAD = 512;
    private static final Set<String> PROGRAMS = Set.of("exe", "com", "scr", "pif", "cpl", "dll", "sys", "drv", "ocx",
            "msi",
            "msp", "mst", "msc", "msix", "appx", "appxbundle", "application", "gadget", "jar", "class", "jnlp", "app",
            "pkg",
            "mpkg", "dmg", "iso", "img", "vhd", "vhdx", "deb", "rpm", "apk", "appimage", "flatpakref", "snap", "run",
            "bin",
            "elf", "so", "dylib", "xll", "wll", "prefpane", "saver", "ipa", "xpi", "crx");
    private static final Set<String> SCRIPTS = Set.of("bat", "cmd", "ps1", "ps1xml", "psm1", "psd1", "vb", "vbs", "vbe",
            "js",
            "jse", "mjs", "ws", "wsf", "wsc", "wsh", "hta", "sct", "sh", "bash", "zsh", "csh", "ksh", "fish", "command",
            "tool",
            "py", "pyw", "pyz", "pl", "pm", "rb", "php", "lua", "tcl", "r", "scpt", "scptd", "applescript", "workflow",
            "action",
            "osas", "ahk", "au3", "reg", "inf", "ins", "isp", "groovy", "kts", "jsx", "a3x", "sql", "xsl", "xslt");
    private static final Set<String> SHORTCUTS = Set.of("lnk", "url", "website", "webloc", "inetloc", "fileloc",
            "desktop",
            "scf", "library-ms", "search-ms", "searchconnector-ms", "settingcontent-ms", "appref-ms", "theme",
            "themepack",
            "chm", "hlp", "iqy", "oqy", "rqy", "dqy", "slk", "dif", "rdp", "vnc", "torrent", "mobileconfig",
            "terminal");
    private static final Set<String> MACROS = Set.of("docm", "dotm", "xlsm", "xltm", "xlsb", "xlam", "pptm", "potm",
            "ppsm",
            "ppam", "sldm", "mdb", "accdb", "ade", "adp", "mde", "accde", "oxt", "pub", "onepkg", "one");
    private static final Map<String, Message> KINDS = new HashMap<>();

    static {
        name(Message.of(Startable.class, "pdfKind"), "pdf");
        name(Message.of(Startable.class, "textKind"), "docx", "doc", "odt", "rtf");
        name(Message.of(Startable.class, "spreadsheetsKind"), "xlsx", "xls", "ods", "csv");
        name(Message.of(Startable.class, "slidesKind"), "pptx", "ppt", "odp");
        name(Message.of(Startable.class, "picturesKind"), "png", "jpg", "jpeg", "heic", "tif", "tiff", "gif");
        name(Message.of(Startable.class, "soundKind"), "mp3", "m4a", "wav");
        name(Message.of(Startable.class, "filmsKind"), "mp4", "mov");
        name(Message.of(Startable.class, "archivesKind"), "zip");
        name(Message.of(Startable.class, "webKind"), "html", "htm");
        name(Message.of(Startable.class, "drawingsKind"), "svg");
        name(Message.of(Startable.class, "plainKind"), "txt", "md");
    }

    private Startable() {}

    private static void name(Message kind, String... endings) {
        for (String ending : endings) {
            KINDS.put(ending, kind);
        }
    }

    /**
     * Why a file is not opened in another program.
     *
     * @param name as received
     * @return empty if it may be opened
     */
    public static Optional<Message> refusal(Path file, String name) throws IOException {
        String ending = ending(name);
        byte[] head = Renditions.head(file, HEAD);
        if (PROGRAMS.contains(ending) || isProgram(head)) {
            return Optional.of(Message.of(Startable.class, "program"));
        }
        if (SCRIPTS.contains(ending) || sign(head).startsWith("#!")) {
            return Optional.of(Message.of(Startable.class, "script"));
        }
        if (SHORTCUTS.contains(ending) || sign(head).startsWith("L\0\0\0\u0001\u0014\u0002\0")
                || sign(head).startsWith("[InternetShortcut]") || sign(head).startsWith("[Desktop Entry]")) {
            return Optional.of(Message.of(Startable.class, "shortcut"));
        }
        if (MACROS.contains(ending) || hasMacros(file, head)) {
            return Optional.of(Message.of(Startable.class, "macros"));
        }
        return Optional.empty();
    }

    /** The kind of program that the system would start for a file of this name, for example "text documents". */
    public static Message kind(String name) {
        String ending = ending(name);
        return KINDS.getOrDefault(ending, ending.isEmpty()
                ? Message.of(Startable.class, "noEnding")
                : Message.of(Startable.class, "ofEnding", ending));
    }

    private static String ending(String name) {
        String plain = name.replaceAll("[\\s.\\p{Cntrl}\\p{Cf}]+$", ""); // some systems ignore characters at the end
        return plain.substring(plain.lastIndexOf('.') + 1)
                .toLowerCase(Locale.ROOT)
                .equals(plain.toLowerCase(Locale.ROOT))
                        ? ""
                        : plain.substring(plain.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
    }

    private static String sign(byte[] head) {
        String sign = new String(head, StandardCharsets.ISO_8859_1);
        return sign.startsWith("\u00EF\u00BB\u00BF") ? sign.substring(3) : sign;
    }

    /** PE and DOS, ELF, Mach-O of both orders and fat, Java classes, Dalvik, WebAssembly. */
    private static boolean isProgram(byte[] head) {
        String sign = sign(head);
        return sign.startsWith("MZ") || sign.startsWith("ZM") || sign.startsWith("\u007FELF")
                || sign.startsWith("\u00FE\u00ED\u00FA\u00CE") || sign.startsWith("\u00FE\u00ED\u00FA\u00CF")
                || sign.startsWith("\u00CE\u00FA\u00ED\u00FE") || sign.startsWith("\u00CF\u00FA\u00ED\u00FE")
                || sign.startsWith("\u00CA\u00FE\u00BA\u00BE") || sign.startsWith("dex\n") || sign.startsWith("\0asm");
    }

    private static boolean hasMacros(Path file, byte[] head) throws IOException {
        if (sign(head).startsWith("PK\u0003\u0004")) {
            try (ZipFile zip = new ZipFile(file.toFile())) {
                return zip.stream().anyMatch(e -> isMacroPart(e.getName().toLowerCase(Locale.ROOT)));
            } catch (java.util.zip.ZipException | IllegalArgumentException e) {
                return false; // not a package of an office program either
            }
        }
        if (sign(head).startsWith("\u00D0\u00CF\u0011\u00E0")) {
            try (POIFSFileSystem old = new POIFSFileSystem(file.toFile(), true)) {
                return old.getRoot().hasEntryCaseInsensitive("Macros")
                        || old.getRoot().hasEntryCaseInsensitive("_VBA_PROJECT_CUR")
                        || old.getRoot().hasEntryCaseInsensitive("VBA");
            } catch (IOException | RuntimeException e) {
                return true; // a container that cannot be examined is not trusted
            }
        }
        return false;
    }

    private static boolean isMacroPart(String name) {
        return name.endsWith("vbaproject.bin") || name.startsWith("basic/") || name.startsWith("scripts/")
                || name.contains("macrosheets/") || name.endsWith(".class") || name.equals("meta-inf/manifest.mf");
    }
}
