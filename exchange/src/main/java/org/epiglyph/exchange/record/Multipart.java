package org.epiglyph.exchange.record;

import java.io.IOException;
import java.net.http.HttpRequest.BodyPublisher;
import java.net.http.HttpRequest.BodyPublishers;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** A multipart form (RFC 7578); files are streamed from the disk. */
final class Multipart {
    private final String boundary;
    private final List<BodyPublisher> parts = new ArrayList<>();

    /** @param boundary letters and digits that occur at the beginning of no line of any part */
    Multipart(String boundary) {
        this.boundary = boundary;
    }

    String contentType() {
        return "multipart/form-data; boundary=" + boundary;
    }

    Multipart json(String name, String body) {
        parts.add(text("--" + boundary + "\r\nContent-Disposition: form-data; name=\"" + name
                + "\"\r\nContent-Type: application/json\r\n\r\n" + body + "\r\n"));
        return this;
    }

    /** A file, with the media type of its extension. */
    Multipart file(String name, Path file) throws IOException {
        String fileName = file.getFileName().toString().replace("\"", "%22");
        parts.add(text(
                "--" + boundary + "\r\nContent-Disposition: form-data; name=\"" + name + "\"; filename=\"" + fileName
                        + "\"\r\nContent-Type: " + kind(fileName) + "\r\n\r\n"));
        parts.add(BodyPublishers.ofFile(file));
        parts.add(text("\r\n"));
        return this;
    }

    private static String kind(String fileName) {
        String lower = fileName.toLowerCase(Locale.ROOT);
        return switch (lower.substring(lower.lastIndexOf('.') + 1)) {
            case "pdf" -> "application/pdf";
            case "html" -> "text/html; charset=utf-8";
            case "txt" -> "text/plain; charset=utf-8";
            case "opus" -> "audio/ogg";
            default -> "application/octet-stream";
        };
    }

    BodyPublisher body() {
        List<BodyPublisher> all = new ArrayList<>(parts);
        all.add(text("--" + boundary + "--\r\n"));
        return BodyPublishers.concat(all.toArray(BodyPublisher[]::new));
    }

    private static BodyPublisher text(String text) {
        return BodyPublishers.ofByteArray(text.getBytes(StandardCharsets.UTF_8));
    }
}
