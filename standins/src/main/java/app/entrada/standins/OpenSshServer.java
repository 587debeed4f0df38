package app.entrada.standins;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;

/** Debian's OpenSSH server on this machine alone, with a host key and an account key of its own. */
public final class OpenSshServer implements AutoCloseable {
    private final Path folder;
    private final int port;
    private Process process;

    private OpenSshServer(Path folder, int port) {
        this.folder = folder;
        this.port = port;
    }

    /** Starts one whose folder {@code in} can be written into. */
    public static OpenSshServer start() throws IOException, InterruptedException {
        Path folder = Files.createTempDirectory("sshd");
        Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwx------"));
        int port;
        try (ServerSocket free = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            port = free.getLocalPort();
        }
        OpenSshServer server = new OpenSshServer(folder, port);
        Files.createDirectory(folder.resolve("in"));
        // who runs as root is asked for this folder by the server
        if (System.getProperty("user.name").equals("root")) Files.createDirectories(Path.of("/run/sshd"));
        server.newHostKey();
        run("ssh-keygen", "-q", "-t", "ed25519", "-N", "", "-f", folder + "/account");
        Files.copy(folder.resolve("account.pub"), folder.resolve("authorized"));
        Files.writeString(folder.resolve("config"), """
                Port %d
                ListenAddress 127.0.0.1
                HostKey %s/host
                PidFile none
                UsePAM no
                StrictModes no
                PasswordAuthentication no
                AuthorizedKeysFile %s/authorized
                Subsystem sftp internal-sftp
                """.formatted(port, folder, folder));
        server.up();
        return server;
    }

    private void up() throws IOException, InterruptedException {
        process = new ProcessBuilder("/usr/sbin/sshd", "-D", "-e", "-f", folder + "/config")
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("log").toFile())
                .start();
        long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(20);
        while (true) {
            try (Socket answers = new Socket(InetAddress.getLoopbackAddress(), port)) {
                if (answers.isConnected()) return;
            } catch (IOException notYet) {
                if (System.nanoTime() > end || !process.isAlive())
                    throw new IOException("sshd does not start: " + Files.readString(folder.resolve("log")), notYet);
                LockSupport.parkNanos(50_000_000);
            }
        }
    }

    private void newHostKey() throws IOException, InterruptedException {
        Files.deleteIfExists(folder.resolve("host"));
        Files.deleteIfExists(folder.resolve("host.pub"));
        run("ssh-keygen", "-q", "-t", "ed25519", "-N", "", "-f", folder + "/host");
    }

    /** Starts it again with another key, as somebody who stands between would have. */
    public void otherHostKey() throws IOException, InterruptedException {
        end();
        newHostKey();
        up();
    }

    private static String run(String... command) throws IOException, InterruptedException {
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        if (process.waitFor() != 0) throw new IOException(List.of(command) + ": " + said);
        return said;
    }

    /** Its key as OpenSSH's own program writes it. */
    public String fingerprint() throws IOException, InterruptedException {
        return run("ssh-keygen", "-l", "-f", folder + "/host.pub").split(" ")[1];
    }

    /** Private key of the account that may write. */
    public String accountKey() throws IOException {
        return Files.readString(folder.resolve("account"));
    }

    /** A private key that it does not know. */
    public String strangersKey() throws IOException, InterruptedException {
        run("ssh-keygen", "-q", "-t", "ed25519", "-N", "", "-f", folder + "/stranger");
        return Files.readString(folder.resolve("stranger"));
    }

    public String address(String into) {
        return "sftp://%s@127.0.0.1:%d%s".formatted(System.getProperty("user.name"), port, into);
    }

    /** The folder that is written into. */
    public Path in() {
        return folder.resolve("in");
    }

    /** Ends it, as a machine that is switched off. */
    public void end() throws InterruptedException {
        process.descendants().forEach(ProcessHandle::destroyForcibly);
        process.destroyForcibly().waitFor();
    }

    @Override
    public void close() throws IOException {
        process.descendants().forEach(ProcessHandle::destroyForcibly);
        process.destroyForcibly();
    }
}
