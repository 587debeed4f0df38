package app.entrada.core.picture;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/** Reads the lettering of a picture. */
public interface TextReader {
    /** Reads nothing: where no program for it is installed. */
    TextReader NONE = (grey, sparse) -> List.of();

    /**
     * Lines of text in a picture.
     *
     * @param grey a PNG in shades of grey
     * @param sparse whether text stands here and there, as on a cover; else the picture is one block of text
     * @throws IOException when the program fails or takes too long
     */
    List<PictureAnalysis.TextLine> read(Path grey, boolean sparse) throws IOException;
}
