package org.epiglyph.recordoffice;

import com.fasterxml.jackson.core.JsonProcessingException;
import io.javalin.Javalin;
import io.javalin.http.BadRequestResponse;
import io.javalin.http.Context;
import io.javalin.http.HandlerType;
import io.javalin.http.HttpResponseException;
import java.io.IOException;
import java.io.InputStream;
import java.util.Map;
import java.util.Random;
import java.util.UUID;
import org.eclipse.jetty.server.Request;

/**
 * Random faults that the office produces when told to, so that programs can be tried against them. None at the start.
 */
final class Faults {
    private static final int MOST_SLOWNESS = 600_000;
    private final OfficeFolder office;
    private volatile Switches switches = Switches.OFF;
    private Random chance = new Random(0);

    /**
     * How often each fault occurs, as a share of requests from 0 to 1.
     *
     * @param slowMillis delay of every request
     * @param failing    answers with a server error
     * @param busy       answers that there are too many requests
     * @param retryAfter seconds that a busy answer asks to wait
     * @param cutRequest the connection ends while the request is read; nothing is done
     * @param cutAnswer  the connection ends within the answer; everything is done
     * @param twice      a delivery is handled twice
     * @param changed    somebody else changes the record just before
     * @param seed       of the random numbers
     */
    record Switches(int slowMillis, double failing, double busy, int retryAfter, double cutRequest, double cutAnswer,
            double twice, double changed, long seed) {
        static final Switches OFF = new Switches(0, 0, 0, 0, 0, 0, 0, 0, 0);

        private boolean isValid() {
            return slowMillis >= 0 && slowMillis <= MOST_SLOWNESS && retryAfter >= 0
                    && java.util.stream.DoubleStream.of(failing, busy, cutRequest, cutAnswer, twice, changed)
                            .allMatch(share -> share >= 0 && share <= 1);
        }
    }

    Faults(OfficeFolder office) {
        this.office = office;
    }

    void addTo(Javalin server) {
        server.get("/api/faults", ctx -> ctx.json(switches));
        server.put("/api/faults", this::set);
        for (String path : java.util.List.of("/api/tasks/*", "/ims/oneroster/*")) {
            server.before(path, this::before);
            server.after(path, this::after);
        }
    }

    private void set(Context ctx) {
        try {
            Switches wanted = office.json().readValue(ctx.body(), Switches.class);
            if (wanted == null || !wanted.isValid()) {
                throw new BadRequestResponse("Shares go from 0 to 1, times are not negative");
            }
            synchronized (this) {
                switches = wanted;
                chance = new Random(wanted.seed());
            }
            ctx.json(wanted);
        } catch (JsonProcessingException e) {
            throw new BadRequestResponse("The body is no JSON, or not what was asked for");
        }
    }

    private synchronized boolean happens(double share) {
        return share > 0 && chance.nextDouble() < share;
    }

    /** True if a delivery is to be handled twice. */
    boolean isDuplicated() {
        return happens(switches.twice());
    }

    private void before(Context ctx) throws IOException, InterruptedException {
        Switches now = switches;
        Thread.sleep(now.slowMillis());
        if (happens(now.failing())) {
            throw new HttpResponseException(503, "The office is out of order", Map.of());
        }
        if (happens(now.busy())) {
            ctx.header("Retry-After", Integer.toString(now.retryAfter()));
            throw new HttpResponseException(429, "Too many requests", Map.of());
        }
        if (happens(now.cutRequest())) {
            try (InputStream in = ctx.req().getInputStream()) {
                in.skip(Math.max(0, ctx.req().getContentLengthLong() / 2));
            }
            cut(ctx);
            throw new HttpResponseException(503, "The connection has ended", Map.of());
        }
        if (ctx.method() == HandlerType.PUT && ctx.path().matches("/api/tasks/[^/]+/records/[^/]+")
                && happens(now.changed())) {
            String[] parts = ctx.path().split("/");
            office.put(parts[3], parts[5], new Shapes.Sent(java.math.BigDecimal.ONE, "fully graded",
                    "Entered at the office.", null), java.util.List.of(), UUID.randomUUID().toString());
        }
    }

    private void after(Context ctx) throws IOException {
        if (happens(switches.cutAnswer())) {
            cut(ctx);
        }
    }

    private static void cut(Context ctx) {
        Request.getBaseRequest(ctx.req()).getHttpChannel().getEndPoint().close();
    }
}
