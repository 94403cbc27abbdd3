package org.epiglyph.exchange.record;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.ByteBuffer;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Flow;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.LongConsumer;

/**
 * One request and its answer, limited by progress and not by time: however long it takes, some bytes must move in each
 * waiting period, and it can be stopped at any of them.
 */
final class Transfer {
    private static final long TICK_MILLIS = 100;
    private static final int LEAST_BYTES = 512;
    private static final int LARGEST_FAULT = 64 << 10;
    private final HttpClient http;
    private final Duration patience;
    private final LongConsumer pulse;
    private final AtomicLong moved = new AtomicLong();

    /**
     * @param patience how long the transfer may continue without {@value #LEAST_BYTES} bytes moving in either direction
     * @param pulse    receives the bytes received so far ten times a second; an exception it throws ends the transfer
     */
    Transfer(HttpClient http, Duration patience, LongConsumer pulse) {
        this.http = http;
        this.patience = patience;
        this.pulse = pulse;
    }

    /** An answer that exceeds its limit. */
    static final class TooLong extends IOException {
        private static final long serialVersionUID = 1;

        TooLong(long most) {
            super("The answer has more than " + most + " bytes");
        }
    }

    /** Bytes sent and received so far. */
    long moved() {
        return moved.get();
    }

    /**
     * Sends the request and reads the answer into memory.
     *
     * @param most its maximum length in bytes
     */
    Answer send(HttpRequest request, long most) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        HttpResponse<Void> answer = send(request, bytes, most);
        return new Answer(answer.statusCode(), answer.headers(), bytes.toByteArray());
    }

    /** Sends the request and writes a successful answer to a stream that the caller closes. */
    HttpResponse<Void> send(HttpRequest request, OutputStream out, long most) throws IOException {
        AtomicLong received = new AtomicLong();
        CompletableFuture<HttpResponse<Void>> answer = http.sendAsync(counted(request),
                info -> info.statusCode() / 100 == 2
                        ? new Receiving(out, most, received)
                        : new Receiving(OutputStream.nullOutputStream(), LARGEST_FAULT, received));
        boolean done = false;
        try {
            HttpResponse<Void> response = await(answer, received);
            done = true;
            return response;
        } finally {
            if (!done) {
                answer.cancel(true);
            }
        }
    }

    private HttpResponse<Void> await(CompletableFuture<HttpResponse<Void>> answer, AtomicLong received)
            throws IOException {
        long since = System.nanoTime();
        long then = moved.get();
        while (true) {
            try {
                return answer.get(TICK_MILLIS, TimeUnit.MILLISECONDS);
            } catch (TimeoutException e) {
                pulse.accept(received.get());
                long now = moved.get();
                if (now - then >= LEAST_BYTES) {
                    then = now;
                    since = System.nanoTime();
                } else if (System.nanoTime() - since > patience.toNanos()) {
                    throw new IOException("Nothing moves any more", e);
                }
            } catch (ExecutionException e) {
                throw e.getCause() instanceof IOException io ? io : new IOException(e.getCause());
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new IOException("Stopped while waiting", e);
            }
        }
    }

    private HttpRequest counted(HttpRequest request) {
        return request.bodyPublisher()
                .map(body -> HttpRequest.newBuilder(request, (_, _) -> true)
                        .method(request.method(), new Sending(body))
                        .build())
                .orElse(request);
    }

    /** Counts what is sent. */
    private final class Sending implements HttpRequest.BodyPublisher {
        private final HttpRequest.BodyPublisher body;

        Sending(HttpRequest.BodyPublisher body) {
            this.body = body;
        }

        @Override
        public long contentLength() {
            return body.contentLength();
        }

        @Override
        public void subscribe(Flow.Subscriber<? super ByteBuffer> subscriber) {
            body.subscribe(new Flow.Subscriber<ByteBuffer>() {
                @Override
                public void onSubscribe(Flow.Subscription subscription) {
                    subscriber.onSubscribe(subscription);
                }

                @Override
                public void onNext(ByteBuffer item) {
                    moved.addAndGet(item.remaining());
                    subscriber.onNext(item);
                }

                @Override
                public void onError(Throwable failure) {
                    subscriber.onError(failure);
                }

                @Override
                public void onComplete() {
                    subscriber.onComplete();
                }
            });
        }
    }

    /** Writes what arrives, up to a limit. */
    private final class Receiving implements HttpResponse.BodySubscriber<Void> {
        private final OutputStream out;
        private final long most;
        private final AtomicLong received;
        private final CompletableFuture<Void> done = new CompletableFuture<>();
        private Flow.Subscription subscription;

        Receiving(OutputStream out, long most, AtomicLong received) {
            this.out = out;
            this.most = most;
            this.received = received;
        }

        @Override
        public CompletionStage<Void> getBody() {
            return done;
        }

        @Override
        public void onSubscribe(Flow.Subscription given) {
            subscription = given;
            given.request(1);
        }

        @Override
        public void onNext(List<ByteBuffer> buffers) {
            try {
                for (ByteBuffer buffer : buffers) {
                    byte[] bytes = new byte[buffer.remaining()];
                    buffer.get(bytes);
                    moved.addAndGet(bytes.length);
                    if (received.addAndGet(bytes.length) > most) {
                        throw new TooLong(most);
                    }
                    out.write(bytes);
                }
                subscription.request(1);
            } catch (IOException | UncheckedIOException e) {
                subscription.cancel();
                done.completeExceptionally(e);
            }
        }

        @Override
        public void onError(Throwable failure) {
            done.completeExceptionally(failure);
        }

        @Override
        public void onComplete() {
            done.complete(null);
        }
    }

    /** A status, its headers, and the body. */
    record Answer(int status, java.net.http.HttpHeaders headers, byte[] body) {}
}
