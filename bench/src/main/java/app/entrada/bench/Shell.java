package app.entrada.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Runs other programs and reads what processor time they took. */
final class Shell {
    private static final Pattern TIMES = Pattern.compile("(\\d+)m([\\d.]+)s");

    private Shell() {}

    /** What a program took and said. */
    record Run(double cpuSeconds, String said) {}

    /** Runs a program, standard error included in what it says. */
    static Run run(String... command) throws IOException {
        List<String> timed = new ArrayList<>(List.of("bash", "-c", "\"$@\" >\"$0.out\" 2>&1; times >\"$0\""));
        Path times = Files.createTempFile("bench", ".times");
        timed.add(times.toString());
        timed.addAll(List.of(command));
        try {
            int exit = new ProcessBuilder(timed).inheritIO().start().waitFor();
            if (exit != 0) throw new IOException(command[0] + " ended with " + exit);
        } catch (InterruptedException stopped) {
            throw new IOException(stopped);
        }
        // the second line of bash's "times" is that of its children: user and system
        Matcher each = TIMES.matcher(Files.readAllLines(times).get(1));
        double cpu = 0;
        while (each.find()) cpu += Integer.parseInt(each.group(1)) * 60 + Double.parseDouble(each.group(2));
        Path out = Path.of(times + ".out");
        String said = Files.readString(out);
        Files.delete(out);
        Files.delete(times);
        return new Run(cpu, said);
    }

    /** Runs ffmpeg quietly with these arguments. */
    static void ffmpeg(String... arguments) throws IOException {
        List<String> command =
                new ArrayList<>(List.of("ffmpeg", "-nostdin", "-hide_banner", "-loglevel", "error", "-y"));
        command.addAll(List.of(arguments));
        Run run = run(command.toArray(String[]::new));
        if (!run.said().isBlank()) System.err.println(run.said());
    }
}
