package app.entrada.core.field;

/**
 * A SHA-256 checksum (FIPS 180-4); files are named by theirs.
 *
 * @param hex 64 lower-case hexadecimal digits
 */
public record Sha256(String hex) {
    public Sha256 {
        if (!hex.matches("[0-9a-f]{64}")) throw new MalformedValue("A file is named by 64 hexadecimal digits");
    }

    @Override
    public String toString() {
        return hex;
    }
}
