package org.epiglyph.desktop;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;

/** A proxy between the program and the record office that simulates network and service faults from a seed. */
final class FaultyProxy implements AutoCloseable {
    private static final String HEAD = "HTTP/1.1 ";
    private final ServerSocket socket;
    private final URI target;
    private final Random random;
    private final AtomicInteger faults = new AtomicInteger();
    private volatile double share;

    /** What can happen to an exchange. */
    enum Fault {
        CUT_REQUEST, CUT_ANSWER, LOSE_ANSWER, DELAY, TRICKLE, TWICE, LIE, REFUSE, REDIRECT, NULL_ANSWER
    }

    FaultyProxy(String target, long seed) throws IOException {
        this.target = URI.create(target);
        this.random = new Random(seed);
        this.socket = new ServerSocket(0, 50, InetAddress.getLoopbackAddress());
        Thread.ofVirtual().start(this::serve);
    }

    String address() {
        return "http://127.0.0.1:" + socket.getLocalPort();
    }

    /** @param share of exchanges with a fault, 0 to 1 */
    void faults(double share) {
        this.share = share;
    }

    int faults() {
        return faults.get();
    }

    private void serve() {
        while (!socket.isClosed()) {
            try {
                Socket client = socket.accept();
                Thread.ofVirtual().start(() -> exchange(client));
            } catch (IOException e) {
                return;
            }
        }
    }

    private void exchange(Socket client) {
        try (client) {
            byte[] request = message(client.getInputStream());
            if (request.length == 0) {
                return;
            }
            Fault fault = draw();
            if (fault != null) {
                faults.incrementAndGet();
            }
            answer(client.getOutputStream(), request, fault);
        } catch (IOException e) {
            return; // the program has closed the connection, as it may
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private synchronized Fault draw() {
        return random.nextDouble() < share ? Fault.values()[random.nextInt(Fault.values().length)] : null;
    }

    private void answer(OutputStream out, byte[] request, Fault fault) throws IOException, InterruptedException {
        switch (fault) {
            case CUT_REQUEST -> forward(java.util.Arrays.copyOf(request, request.length / 2));
            case LIE -> out.write(whole("200 OK", "ETag: \"v99\"\r\n", "{\"receipt\":7,\"at\":\"yesterday\"}"));
            case NULL_ANSWER -> out.write(whole("200 OK", "", "null"));
            case REFUSE -> out.write(whole("503 Busy", "", "{}"));
            case REDIRECT -> out.write(whole("307 Elsewhere", "Location: http://127.0.0.1:9/steal\r\n", ""));
            case null, default -> {
                byte[] answer = forward(request);
                if (fault == Fault.TWICE) {
                    answer = forward(request);
                }
                send(out, answer, fault);
            }
        }
    }

    private static void send(OutputStream out, byte[] answer, Fault fault) throws IOException, InterruptedException {
        switch (fault) {
            case LOSE_ANSWER -> {
                // the office has it, but the response is lost
            }
            case CUT_ANSWER -> out.write(answer, 0, answer.length / 2);
            case DELAY -> {
                TimeUnit.MILLISECONDS.sleep(300);
                out.write(answer);
            }
            case TRICKLE -> {
                for (byte b : answer) {
                    out.write(b);
                    out.flush();
                    TimeUnit.MICROSECONDS.sleep(300);
                }
            }
            case null, default -> out.write(answer);
        }
    }

    private static byte[] whole(String status, String headers, String body) {
        return (HEAD + status + "\r\n" + headers + "Content-Type: application/json\r\nContent-Length: "
                + body.length() + "\r\nConnection: close\r\n\r\n" + body).getBytes(StandardCharsets.US_ASCII);
    }

    private byte[] forward(byte[] request) throws IOException {
        try (Socket office = new Socket(target.getHost(), target.getPort())) {
            office.setSoTimeout(20_000);
            String text = new String(request, StandardCharsets.ISO_8859_1);
            int end = Math.max(0, text.indexOf("\r\n"));
            String closing = text.substring(0, end) + "\r\nConnection: close"
                    + text.substring(end).replaceFirst("(?i)\r\nConnection: [^\r]*", "");
            office.getOutputStream().write(closing.getBytes(StandardCharsets.ISO_8859_1));
            office.getOutputStream().flush();
            office.shutdownOutput();
            return office.getInputStream().readAllBytes();
        }
    }

    /** A request with its body, by its length; the program sends no chunked requests here. */
    private static byte[] message(InputStream in) throws IOException {
        java.io.ByteArrayOutputStream bytes = new java.io.ByteArrayOutputStream();
        while (true) {
            int b = in.read();
            if (b < 0) {
                return bytes.toByteArray();
            }
            bytes.write(b);
            String head = b == '\n' ? bytes.toString(StandardCharsets.ISO_8859_1) : "";
            if (head.endsWith("\r\n\r\n")) {
                java.util.regex.Matcher length = java.util.regex.Pattern.compile("(?i)content-length: (\\d+)")
                        .matcher(head);
                bytes.write(in.readNBytes(length.find() ? Integer.parseInt(length.group(1)) : 0));
                return bytes.toByteArray();
            }
        }
    }

    @Override
    public void close() throws IOException {
        socket.close();
    }
}
