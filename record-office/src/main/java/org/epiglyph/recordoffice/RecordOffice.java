package org.epiglyph.recordoffice;

import com.fasterxml.jackson.core.JsonProcessingException;
import io.javalin.Javalin;
import io.javalin.config.SizeUnit;
import io.javalin.http.Context;
import io.javalin.http.HttpResponseException;
import io.javalin.http.UnauthorizedResponse;
import io.javalin.json.JavalinJackson;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.time.Clock;

/** The server. Listens on this machine only. */
public final class RecordOffice implements AutoCloseable {
    static final long MOST_BYTES = 200L << 20;
    static final int LONGEST_COMMENT = 1 << 20;
    private final Javalin server;
    private final Inboxes inboxes;

    private RecordOffice(OfficeFolder office) throws IOException {
        inboxes = Inboxes.start();
        Faults faults = new Faults(office);
        String token = office.token();
        server = Javalin.create(config -> {
            config.showJavalinBanner = false;
            config.jsonMapper(new JavalinJackson(office.json(), false));
            config.http.maxRequestSize = MOST_BYTES;
            config.jetty.multipartConfig.maxTotalRequestSize(MOST_BYTES >> 20, SizeUnit.MB);
            config.jetty.multipartConfig.maxFileSize(MOST_BYTES >> 20, SizeUnit.MB);
            config.jetty.multipartConfig.maxInMemoryFileSize(1, SizeUnit.MB);
            config.jetty.modifyServletContextHandler(handler -> handler.setMaxFormContentSize(LONGEST_COMMENT * 4));
        });
        server.before("/api/*", ctx -> requireToken(ctx, token));
        server.before("/ims/oneroster/*", ctx -> requireToken(ctx, token));
        faults.addTo(server);
        new MarkerRoutes(office, faults).addTo(server);
        new OneRosterRoutes(office).addTo(server);
        new StudentRoutes(office).addTo(server);
        inboxes.addTo(server);
        server.get("/openapi.yaml", ctx -> ctx.contentType("application/yaml")
                .result(RecordOffice.class.getResourceAsStream("openapi.yaml")));
        answerFaults();
    }

    private void answerFaults() {
        server.exception(HttpResponseException.class,
                (e, ctx) -> ctx.status(e.getStatus())
                        .json(new Shapes.Fault("Not done", e.getStatus(), e.getMessage())));
        server.exception(IllegalArgumentException.class,
                (e, ctx) -> ctx.status(404).json(new Shapes.Fault("Not done", 404, "Not found")));
        server.exception(JsonProcessingException.class, (e, ctx) -> ctx.status(500)
                .json(new Shapes.Fault("Not done", 500, "A file in the data folder cannot be read")));
        server.exception(Exception.class, (_, ctx) -> ctx.status(500)
                .json(new Shapes.Fault("Not done", 500, "The office met a fault; the record is as before")));
    }

    /**
     * Starts a server.
     *
     * @param data the data folder; created if missing
     * @param port 0 for any free one
     */
    public static RecordOffice start(Path data, int port, Clock clock) throws IOException {
        RecordOffice recordOffice = new RecordOffice(new OfficeFolder(data, clock));
        recordOffice.server.start("127.0.0.1", port);
        return recordOffice;
    }

    /** For example http://127.0.0.1:8087. */
    public String address() {
        return "http://127.0.0.1:" + server.port();
    }

    /** The port on 127.0.0.1 that accepts letters (SMTP). */
    public int mailPort() {
        return inboxes.port();
    }

    @Override
    public void close() {
        server.stop();
        inboxes.close();
    }

    private static void requireToken(Context ctx, String token) {
        String given = ctx.header("Authorization");
        byte[] wanted = ("Bearer " + token).getBytes(StandardCharsets.UTF_8);
        if (given == null || !MessageDigest.isEqual(given.getBytes(StandardCharsets.UTF_8), wanted)) {
            throw new UnauthorizedResponse("The bearer token is missing or wrong");
        }
    }
}
