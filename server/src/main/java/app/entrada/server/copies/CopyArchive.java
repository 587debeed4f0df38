package app.entrada.server.copies;

import app.entrada.core.copy.write.ChecksumList;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Release;
import app.entrada.core.text.Delimited;
import app.entrada.core.text.FileNames;
import app.entrada.core.text.Sha256;
import app.entrada.server.context.StoredCopy;
import app.entrada.server.files.FileCare;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/**
 * Copies in one ZIP archive: a folder a recipe, SHA256SUMS beside them, and NAMES.csv, which leads from every new name back to the
 * file it was made of. Sound does not shrink, so it is stored as it is;
 * it goes straight from the store to the line, in constant memory.
 */
final class CopyArchive {
    private CopyArchive() {}

    /** The copies of one recipe. */
    record Folder(String name, List<StoredCopy> copies) {}

    /** What the archive and the folder in it are called. */
    static String name(Release release) {
        String number = release.facts().get(Fields.RELEASE_CATALOGUE_NUMBER).orElse("");
        return FileNames.clean((number + " " + release.name()).strip());
    }

    /** @param originals names under which masters came in */
    static void write(String name, List<Folder> folders, Map<Sha256, String> originals, FileCare care, OutputStream out)
            throws IOException {
        Map<String, Sha256> sums = new TreeMap<>();
        List<List<String>> renamed = new ArrayList<>(List.of(List.of("Copy", "Came in as", "SHA-256 of that")));
        ZipOutputStream zip = new ZipOutputStream(out, StandardCharsets.UTF_8);
        zip.setLevel(0);
        for (Folder folder : folders) {
            List<String> names = FileNames.different(
                    folder.copies.stream().map(StoredCopy::fileName).toList());
            for (int i = 0; i < names.size(); i++) {
                StoredCopy copy = folder.copies.get(i);
                String path = FileNames.clean(folder.name) + "/" + names.get(i);
                sums.put(path, copy.sha256());
                renamed.add(List.of(
                        path,
                        copy.master().map(originals::get).orElse(""),
                        copy.master().map(Sha256::hex).orElse("")));
                zip.putNextEntry(new ZipEntry(name + "/" + path));
                Files.copy(care.whole(copy.sha256()), zip);
                zip.closeEntry();
            }
        }
        byte[] names = Delimited.writeForPeople(renamed, ',').getBytes(StandardCharsets.UTF_8);
        zip.putNextEntry(new ZipEntry(name + "/NAMES.csv"));
        zip.write(names);
        zip.closeEntry();
        zip.putNextEntry(new ZipEntry(name + "/" + ChecksumList.NAME));
        zip.write(ChecksumList.text(sums).getBytes(StandardCharsets.UTF_8));
        zip.closeEntry();
        zip.finish();
    }
}
