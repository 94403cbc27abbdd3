package org.epiglyph.recordoffice;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.concurrent.Callable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** Starts the record office from the command line and runs until it is stopped. */
@Command(name = "record-office", mixinStandardHelpOptions = true, version = "0.1.0", description = "Runs the simulated student-record service on this machine.")
public final class RecordOfficeCommand implements Callable<Integer> {
    @Option(names = "--data", required = true, description = "The data folder; created if missing.")
    private Path data;
    @Option(names = "--port", defaultValue = "8087", description = "The port on 127.0.0.1; 0 for any free one. Default: ${DEFAULT-VALUE}.")
    private int port;

    public static void main(String[] arguments) {
        System.exit(new CommandLine(new RecordOfficeCommand()).execute(arguments));
    }

    @Override
    public Integer call() throws InterruptedException {
        if (port < 0 || port > 65_535) {
            System.err.println("Invalid port " + port + ": use 1 to 65535, or 0 for any free port.");
            return 1;
        }
        try (RecordOffice office = RecordOffice.start(data, port, Clock.systemUTC())) {
            System.out.println("The record office is at " + office.address());
            System.out.println(
                    "Letters are taken at port " + office.mailPort() + " and shown at " + office.address() + "/mail");
            System.out.println("Its token is in " + data.resolve("token"));
            System.out.flush();
            Thread.currentThread().join();
            return 0;
        } catch (IOException e) {
            System.err.println("The data folder " + data + " cannot be used: " + e.getMessage());
            return 1;
        } catch (io.javalin.util.JavalinBindException e) {
            System.err.println("Port " + port + " is in use. Choose another with --port, or 0 for any free port.");
            return 1;
        }
    }
}
