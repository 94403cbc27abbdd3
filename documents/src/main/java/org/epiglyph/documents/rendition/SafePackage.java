package org.epiglyph.documents.rendition;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.events.Attribute;
import javax.xml.stream.events.StartElement;
import org.epiglyph.core.Message;

/**
 * A rewritten DOCX or ODT package: every XML part rewritten by {@link SafeXml}, pictures as they are, and nothing else.
 * References out of the package are removed, so that no converter can be led to the disk or the network.
 */
final class SafePackage {
    private static final long MOST_UNPACKED = 500L << 20;
    private static final long MOST_OF_A_PART = 100L << 20;
    private static final int MOST_ENTRIES = 10_000;
    private static final int MOST_FONTS = 20;
    private static final Pattern HARMLESS_LINK = Pattern.compile("(?i)(https?|mailto):[^\\s]*|#.*");
    private static final String RELATIONSHIPS = "http://schemas.openxmlformats.org/package/2006/relationships";
    /** Fields about the document itself (ECMA-376-1, 17.16.5); all others keep only their last result. */
    private static final Set<String> OWN_FIELDS = Set.of("PAGE", "NUMPAGES", "SECTIONPAGES", "SECTION", "TOC",
            "HYPERLINK",
            "REF", "PAGEREF", "NOTEREF", "STYLEREF", "SEQ", "DATE", "TIME", "CREATEDATE", "SAVEDATE", "PRINTDATE",
            "TITLE",
            "AUTHOR", "SUBJECT", "NUMWORDS", "NUMCHARS", "TC", "XE", "INDEX", "EQ", "SYMBOL", "CITATION",
            "BIBLIOGRAPHY",
            "FORMTEXT", "FORMCHECKBOX", "FORMDROPDOWN", "LISTNUM", "AUTONUM", "ADVANCE");
    private final ZipFile zip;
    private final Set<String> names = new HashSet<>();
    private final Map<String, Set<String>> external = new HashMap<>();
    private final Set<String> fonts = new TreeSet<>();
    private long unpacked;
    private int leftOut;

    private SafePackage(ZipFile zip) {
        this.zip = zip;
    }

    /**
     * What was found.
     *
     * @param fonts   names of fonts that the document requests
     * @param leftOut number of removed links out of the package, not counting those that a reader would click
     */
    record Found(Set<String> fonts, int leftOut) {}

    /**
     * Rewrites a package.
     *
     * @throws Unreadable if it is broken, a bomb, or declares a document type
     */
    static Found rewrite(Path file, Path target) throws IOException, Unreadable {
        try (ZipFile zip = new ZipFile(file.toFile());
                ZipOutputStream out = new ZipOutputStream(Files.newOutputStream(target))) {
            return new SafePackage(zip).write(out);
        } catch (ZipException | IllegalArgumentException e) {
            throw new Unreadable(Message.of(SafePackage.class, "broken"), e);
        }
    }

    private Found write(ZipOutputStream out) throws IOException, Unreadable {
        List<? extends ZipEntry> entries = Collections.list(zip.entries());
        if (entries.size() > MOST_ENTRIES) {
            throw new Unreadable(Message.of(SafePackage.class, "tooManyParts", MOST_ENTRIES));
        }
        entries.forEach(e -> names.add(e.getName()));
        for (ZipEntry entry : entries) {
            if (entry.getName().endsWith(".rels")) {
                noteExternal(entry);
            }
        }
        Set<String> written = new HashSet<>();
        for (ZipEntry entry : entries) {
            if (!entry.isDirectory() && written.add(entry.getName())) {
                part(entry, out);
            }
        }
        return new Found(fonts, leftOut);
    }

    private void noteExternal(ZipEntry entry) throws IOException, Unreadable {
        Set<String> ids = external.computeIfAbsent(entry.getName(), _ -> new HashSet<>());
        rewritten(entry, OutputStream.nullOutputStream(), new SafeXml.Rules() {
            @Override
            public boolean keeps(StartElement element) {
                if (isRelationship(element) && !isWithin(element, entry.getName())) {
                    SafeXml.value(element, "Id").ifPresent(ids::add);
                }
                return true;
            }
        });
    }

    private void part(ZipEntry entry, ZipOutputStream out) throws IOException, Unreadable {
        byte[] head;
        try (InputStream in = zip.getInputStream(entry)) {
            head = in.readNBytes(16);
        }
        if (entry.getName().equals("mimetype") || isPicture(head)) {
            out.putNextEntry(new ZipEntry(entry.getName()));
            try (InputStream in = bounded(entry)) {
                in.transferTo(out);
            }
            out.closeEntry();
            return;
        }
        ByteArrayOutputStream xml = new ByteArrayOutputStream();
        if (rewritten(entry, xml, rules(entry.getName()))) {
            out.putNextEntry(new ZipEntry(entry.getName()));
            out.write(xml.toByteArray());
            out.closeEntry();
        }
    }

    /** @return false if the part is not XML and so is not shown on any page */
    private boolean rewritten(ZipEntry entry, OutputStream out, SafeXml.Rules rules) throws IOException, Unreadable {
        byte[] bytes;
        try (InputStream in = bounded(entry)) {
            bytes = in.readAllBytes();
        }
        try {
            SafeXml.rewrite(new ByteArrayInputStream(bytes), out, rules);
            return true;
        } catch (SafeXml.Declares e) {
            throw new Unreadable(
                    Message.of(SafePackage.class, "entities"),
                    e);
        } catch (XMLStreamException | RuntimeException e) {
            String name = entry.getName();
            if (name.endsWith(".xml") || name.endsWith(".rels")) {
                throw new Unreadable(Message.of(SafePackage.class, "partBroken", printable(name)), e);
            }
            return false;
        }
    }

    private static String printable(String name) {
        return name.replaceAll("[^A-Za-z0-9._/ -]", "?");
    }

    private InputStream bounded(ZipEntry entry) throws IOException {
        return new java.io.FilterInputStream(zip.getInputStream(entry)) {
            private long part;

            @Override
            public int read() throws IOException {
                byte[] one = new byte[1];
                return read(one, 0, 1) < 0 ? -1 : one[0] & 0xFF;
            }

            @Override
            public int read(byte[] buffer, int offset, int length) throws IOException {
                int n = super.read(buffer, offset, length);
                part += Math.max(0, n);
                unpacked += Math.max(0, n);
                if (part > MOST_OF_A_PART || unpacked > MOST_UNPACKED) {
                    throw new ZipException("It unpacks to far too much");
                }
                return n;
            }
        };
    }

    private static boolean isPicture(byte[] head) {
        String sign = new String(head, java.nio.charset.StandardCharsets.ISO_8859_1);
        return sign.startsWith("\u0089PNG") || sign.startsWith("\u00FF\u00D8\u00FF") || sign.startsWith("GIF8")
                || sign.startsWith("BM") || sign.startsWith("II*\0") || sign.startsWith("MM\0*")
                || sign.startsWith("RIFF") && sign.startsWith("WEBP", 8) || sign.startsWith("\u00D7\u00CD\u00C6\u009A")
                || sign.startsWith("\u0001\0\0\0");
    }

    private static boolean isRelationship(StartElement element) {
        return element.getName().getLocalPart().equals("Relationship")
                && RELATIONSHIPS.equals(element.getName().getNamespaceURI());
    }

    /** Within the package, or something that a reader clicks. */
    private boolean isWithin(StartElement relationship, String rels) {
        String target = SafeXml.value(relationship, "Target").orElse("");
        boolean outside = SafeXml.value(relationship, "TargetMode")
                .filter(m -> m.equalsIgnoreCase("External"))
                .isPresent();
        boolean clicked = SafeXml.value(relationship, "Type").filter(t -> t.endsWith("/hyperlink")).isPresent();
        return outside
                ? clicked && HARMLESS_LINK.matcher(target).matches()
                : isPart(target, rels.replaceFirst("_rels/[^/]*$", ""));
    }

    /** True for the name of a part, relative to a folder of the package or to its root. */
    private boolean isPart(String target, String folder) {
        String plain = target.replaceFirst("#.*$", "");
        if (plain.isEmpty()) {
            return true;
        }
        if (plain.contains(":") || plain.contains("\\") || plain.contains("%")) {
            return false;
        }
        java.util.Deque<String> path = new java.util.ArrayDeque<>();
        for (String step : (plain.startsWith("/") ? plain : folder + plain).split("/")) {
            if (step.equals("..")) {
                if (path.isEmpty()) {
                    return false;
                }
                path.removeLast();
            } else if (!step.isEmpty() && !step.equals(".")) {
                path.addLast(step);
            }
        }
        String name = String.join("/", path);
        return names.contains(name) || names.stream().anyMatch(n -> n.startsWith(name + "/"));
    }

    private SafeXml.Rules rules(String part) {
        if (part.endsWith(".rels")) {
            return new SafeXml.Rules() {
                @Override
                public boolean keeps(StartElement element) {
                    return !isRelationship(element) || isWithin(element, part);
                }
            };
        }
        int slash = part.lastIndexOf('/') + 1;
        Set<String> outside = external.getOrDefault(
                part.substring(0, slash) + "_rels/" + part.substring(slash) + ".rels",
                Set.of());
        return new Content(outside);
    }

    /** The document's own text: no references to removed parts, no fields that fetch, no links to outside. */
    private final class Content implements SafeXml.Rules {
        private final Set<String> outside;

        Content(Set<String> outside) {
            this.outside = outside;
        }

        @Override
        public Optional<Attribute> attribute(StartElement element, Attribute attribute) {
            String space = String.valueOf(attribute.getName().getNamespaceURI());
            String name = attribute.getName().getLocalPart();
            String value = attribute.getValue();
            noteFont(element.getName().getLocalPart(), name, value);
            if (space.endsWith("/officeDocument/2006/relationships")
                    || space.endsWith("/officeDocument/relationships")) {
                return outside.contains(value) ? leaveOut(element) : Optional.of(attribute);
            }
            if (name.equals("href") || name.equals("src")) {
                return isHarmless(element, value) ? Optional.of(attribute) : leaveOut(element);
            }
            if (name.equals("instr")) {
                return Optional.of(SafeXml.with(attribute, field(value)));
            }
            return Optional.of(attribute);
        }

        private boolean isHarmless(StartElement element, String value) {
            boolean clicked = element.getName().getLocalPart().equals("a");
            return clicked ? HARMLESS_LINK.matcher(value).matches() || isPart(value, "") : isPart(value, "");
        }

        private Optional<Attribute> leaveOut(StartElement element) {
            leftOut += element.getName().getLocalPart().equals("a")
                    || element.getName().getLocalPart().equals("hyperlink")
                            ? 0
                            : 1;
            return Optional.empty();
        }

        @Override
        public boolean keeps(StartElement element) {
            String name = element.getName().getLocalPart();
            boolean fetches = Set
                    .of("altChunk", "subDoc", "dde-connection", "dde-source", "section-source", "script", "scripts",
                            "event-listener", "event-listeners", "floating-frame", "applet", "plugin",
                            "attachedTemplate", "mailMerge")
                    .contains(name);
            leftOut += fetches && SafeXml.value(element, "href").or(() -> SafeXml.value(element, "id")).isPresent()
                    ? 1
                    : 0;
            return !fetches;
        }

        @Override
        public String text(StartElement element, String text) {
            return element.getName().getLocalPart().equals("instrText") ? field(text) : text;
        }

        private void noteFont(String element, String name, String value) {
            boolean font = name.equals("ascii") || element.equals("font") && name.equals("name")
                    || name.equals("font-family") || name.equals("font-name");
            if (font && fonts.size() < MOST_FONTS && !value.isBlank()) {
                fonts.add(value.replace("'", "").replaceAll("[;&].*", "").strip());
            }
        }
    }

    /** The instruction of a field, if it is about the document itself; else nothing. */
    static String field(String instruction) {
        String first = instruction.strip().split("[\\s\\\\]", 2)[0].toUpperCase(Locale.ROOT);
        return OWN_FIELDS.contains(first) && !instruction.toUpperCase(Locale.ROOT).contains("FILE:") ? instruction : "";
    }
}
