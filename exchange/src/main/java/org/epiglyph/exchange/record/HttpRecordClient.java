package org.epiglyph.exchange.record;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.URI;
import java.net.URLEncoder;
import java.net.UnknownHostException;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandler;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.LongConsumer;
import org.epiglyph.core.scoring.Decimal;
import org.epiglyph.core.Problem;
import org.epiglyph.core.batch.Receipt;
import org.epiglyph.core.roster.Roster;
import org.epiglyph.core.roster.Student;
import org.epiglyph.core.roster.StudentKey;
import org.epiglyph.core.task.Task;

/** Speaks the record service's protocol over HTTP: JSON, bearer token, ETag and If-Match, idempotency keys. */
public final class HttpRecordClient implements RecordClient {
    private static final ObjectMapper JSON = new ObjectMapper();
    private static final Duration PATIENCE = Duration.ofSeconds(60);
    private final HttpClient http = HttpClient.newBuilder()
            .connectTimeout(Duration.ofSeconds(10))
            .followRedirects(HttpClient.Redirect.NEVER)
            .build();
    private final URI base;
    private final String token;

    private HttpRecordClient(URI base, String token) {
        this.base = base;
        this.token = token;
    }

    /**
     * A client for one service.
     *
     * @param address for example https://records.example.org or http://127.0.0.1:8087
     * @throws Problem where the address is none, or the token would travel unprotected
     */
    public static HttpRecordClient at(String address, String token) throws Problem {
        URI base;
        try {
            base = URI.create(address.strip().replaceAll("/+$", ""));
        } catch (IllegalArgumentException e) {
            throw new Problem("'" + address + "' is no address. Enter one like https://records.example.org.");
        }
        boolean plain = "http".equals(base.getScheme());
        if (base.getHost() == null || !plain && !"https".equals(base.getScheme())) {
            throw new Problem("'" + address + "' is no address. Enter one like https://records.example.org.");
        }
        if (plain && !isThisMachine(base.getHost())) {
            throw new Problem("The token would travel unprotected to " + base.getHost()
                    + ". Use an address that begins with https.");
        }
        if (!token.strip().matches("[\\x21-\\x7E]+")) {
            throw new Problem(
                    "The token is empty or has characters that no token has. Copy it again from the record system.");
        }
        return new HttpRecordClient(base, token.strip());
    }

    private static boolean isThisMachine(String host) {
        try {
            return host.equals("localhost")
                    || host.matches("[0-9.:\\[\\]a-f]+") && InetAddress.getByName(host).isLoopbackAddress();
        } catch (UnknownHostException e) {
            return false;
        }
    }

    @Override
    public String address() {
        return base.toString();
    }

    @Override
    public List<Task> tasks() throws Problem {
        List<Task> tasks = new ArrayList<>();
        for (JsonNode node : json("/api/tasks")) {
            tasks.add(task(node));
        }
        return tasks;
    }

    @Override
    public Task task(String id) throws Problem {
        return task(json("/api/tasks/" + encoded(id)));
    }

    @Override
    public Roster roster(String task) throws Problem {
        List<Student> students = new ArrayList<>();
        for (JsonNode node : json("/api/tasks/" + encoded(task) + "/roster")) {
            students.add(new Student(new StudentKey(text(node, "sourcedId")), node.path("givenName").asText(),
                    text(node, "familyName"),
                    node.path("section").asText()));
        }
        return new Roster(students);
    }

    @Override
    public List<HandedIn> submissions(String task) throws Problem {
        List<HandedIn> all = new ArrayList<>();
        for (JsonNode node : json("/api/tasks/" + encoded(task) + "/submissions")) {
            List<String> files = new ArrayList<>();
            node.path("files").forEach(f -> files.add(f.asText()));
            all.add(new HandedIn(new StudentKey(text(node, "student")), node.path("handIn").asInt(1),
                    time(text(node, "handedInAt")),
                    node.path("message").asText(), files));
        }
        return all;
    }

    @Override
    public void batch(String task, Path target, LongConsumer progress) throws Problem {
        HttpResponse<InputStream> response = send(request("/api/tasks/" + encoded(task) + "/batch.zip").GET().build(),
                BodyHandlers.ofInputStream());
        try (InputStream in = response.body(); OutputStream out = Files.newOutputStream(target)) {
            byte[] buffer = new byte[1 << 16];
            long sum = 0;
            for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
                out.write(buffer, 0, n);
                sum += n;
                progress.accept(sum);
            }
        } catch (IOException e) {
            throw new Problem(
                    "The download broke off. See that the network is there and the disk has room, then collect again; nothing was changed.",
                    e);
        }
    }

    @Override
    public byte[] gradeSheet(String task) throws Problem {
        return send(request("/api/tasks/" + encoded(task) + "/grade-sheet.csv").GET().build(),
                BodyHandlers.ofByteArray()).body();
    }

    @Override
    public Receipt handBack(String task, Parcel parcel) throws Problem {
        ObjectNode result = JSON.createObjectNode();
        parcel.score().ifPresent(score -> result.put("score", score));
        result.put("scoreStatus", parcel.score().isPresent() ? "fully graded" : "submitted");
        result.put("comment", parcel.feedback());
        try {
            Multipart form = new Multipart("epiglyph" + parcel.digest().substring(0, 24)).json("result",
                    result.toString());
            for (Path file : parcel.files()) {
                form.pdf("document", file);
            }
            HttpRequest.Builder request = request(
                    "/api/tasks/" + encoded(task) + "/records/" + encoded(parcel.student().value()));
            request.header("Content-Type", form.contentType())
                    .header("Idempotency-Key", parcel.digest())
                    .PUT(form.body());
            if (!parcel.knownTag().isEmpty()) {
                request.header("If-Match", parcel.knownTag());
            }
            HttpResponse<byte[]> response = send(request.build(), BodyHandlers.ofByteArray());
            JsonNode receipt = parse(response.body());
            return new Receipt(text(receipt, "receipt"), time(text(receipt, "at")), parcel.digest(),
                    response.headers().firstValue("ETag").orElse(""));
        } catch (IOException e) {
            throw new Problem("A marked document could not be read from the disk. Build the hand-back again.", e);
        }
    }

    @Override
    public void makeVisible(String task, boolean visible) throws Problem {
        String body = JSON.createObjectNode().put("visible", visible).toString();
        send(request("/api/tasks/" + encoded(task) + "/visibility").header("Content-Type", "application/json")
                .PUT(HttpRequest.BodyPublishers.ofString(body))
                .build(), BodyHandlers.ofByteArray());
    }

    private HttpRequest.Builder request(String path) {
        return HttpRequest.newBuilder(base.resolve(base.getPath() + path))
                .timeout(PATIENCE)
                .header("Authorization", "Bearer " + token);
    }

    private JsonNode json(String path) throws Problem {
        return parse(send(request(path).header("Accept", "application/json").GET().build(), BodyHandlers.ofByteArray())
                .body());
    }

    private <T> HttpResponse<T> send(HttpRequest request, BodyHandler<T> handler) throws Problem {
        try {
            HttpResponse<T> response = http.send(request, handler);
            int status = response.statusCode();
            if (status / 100 == 2) {
                return response;
            }
            if (status == 412) {
                throw new Conflict(
                        "The record was changed by someone else since it was last handed back. Look at the record, then decide to hand back over it.");
            }
            if (status == 401 || status == 403) {
                throw new Problem("The record service at " + base
                        + " does not accept the token. Get a new one from the record system and enter it again.");
            }
            if (status == 404) {
                throw new Problem("The record service at " + base
                        + " does not know this task or student. Check that the batch belongs to this service.");
            }
            throw new Problem("The record service at " + base + " answered with error " + status
                    + ". Nothing is lost; try again later.");
        } catch (IOException e) {
            throw new Problem("The record service at " + base
                    + " does not answer. See that it is running and the network is there, then try again; nothing is lost.",
                    e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new Problem("Stopped while waiting for the record service.", e);
        }
    }

    private JsonNode parse(byte[] body) throws Problem {
        try {
            return JSON.readTree(body);
        } catch (JsonProcessingException e) {
            throw misunderstood();
        } catch (IOException e) {
            throw new Problem("The answer of " + base + " could not be read. Try again; nothing is lost.", e);
        }
    }

    private Task task(JsonNode node) throws Problem {
        Optional<Instant> due = node.hasNonNull("dueDate")
                ? Optional.of(time(text(node, "dueDate")))
                : Optional.empty();
        try {
            return new Task(text(node, "sourcedId"), node.path("module").asText(), text(node, "title"),
                    node.path("description").asText(), due,
                    ZoneId.of(node.path("zone").asText("UTC")),
                    Decimal.of(node.path("resultValueMax").asText("100")));
        } catch (DateTimeException | IllegalArgumentException e) {
            throw misunderstood();
        }
    }

    private String text(JsonNode node, String field) throws Problem {
        if (!node.hasNonNull(field)) {
            throw misunderstood();
        }
        return node.get(field).asText();
    }

    private Instant time(String text) throws Problem {
        try {
            return Instant.parse(text);
        } catch (DateTimeException e) {
            throw misunderstood();
        }
    }

    private Problem misunderstood() {
        return new Problem("The service at " + base
                + " gives answers that are not understood. Check that the address is that of a record service.");
    }

    private static String encoded(String part) {
        return URLEncoder.encode(part, StandardCharsets.UTF_8).replace("+", "%20");
    }
}
