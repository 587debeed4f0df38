package app.entrada.cli;

import picocli.CommandLine;

/** The core on the command line: no server, no database, no network. Results are JSON on standard output. */
@CommandLine.Command(
        name = "entrada",
        description = "The release desk's core on the command line.",
        subcommands = {
            InspectCommand.class,
            MeasureCommand.class,
            FingerprintCommand.class,
            IdentifyCommand.class,
            CodesCommand.class,
            TracklistCommand.class,
            CheckCommand.class,
            EmbedCommand.class,
            MessageCommand.class,
            ProveCommand.class,
            TransferCommand.class,
            SchemaCommand.class
        })
public final class Main implements Runnable {
    /** Everything done. */
    static final int DONE = 0;
    /** Findings of weight stop. */
    static final int STOPS = 1;
    /** Bad usage. */
    static final int USAGE = 2;
    /** Input could not be read. */
    static final int UNREADABLE = 3;

    @CommandLine.Spec
    private CommandLine.Model.CommandSpec spec;

    private Main() {}

    @Override
    public void run() {
        throw new CommandLine.ParameterException(spec.commandLine(), "Expected: one of the commands below.");
    }

    /** Runs a command and exits with its code. */
    public static void main(String[] arguments) {
        System.exit(run(arguments));
    }

    static int run(String... arguments) {
        return new CommandLine(new Main())
                .setCaseInsensitiveEnumValuesAllowed(true)
                .setExecutionExceptionHandler((failure, command, parsed) -> {
                    Json.error(failure);
                    return UNREADABLE;
                })
                .execute(arguments);
    }
}
