package app.entrada.core.container;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.util.List;

/** The ID3v1 tag: 128 bytes at the very end of a file that begin with {@code TAG}. Some programs put it behind anything. */
final class OldTag {
    static final int LENGTH = 128;

    private OldTag() {}

    /** The tag at the end of the file, if it does not begin before this place. */
    static List<Chunk> behind(FileChannel file, long notBefore) throws IOException {
        long at = file.size() - LENGTH;
        if (at < notBefore) return List.of();
        byte[] tag = Bytes.at(file, at, 3).array();
        return tag[0] == 'T' && tag[1] == 'A' && tag[2] == 'G'
                ? List.of(new Chunk("ID3v1", at, at, LENGTH, LENGTH))
                : List.of();
    }
}
