package app.entrada.core.delivery.kind;

import app.entrada.core.credit.Roles;
import app.entrada.core.delivery.Outgoing;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Credit;
import app.entrada.core.field.value.Names;
import app.entrada.core.field.value.PlayingTime;
import app.entrada.core.field.value.RightsLine;
import app.entrada.core.field.value.Terms;
import app.entrada.core.field.value.Territories;
import app.entrada.core.field.value.Writer;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.sound.AudioFacts;
import java.io.StringWriter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import javax.xml.stream.XMLStreamException;

/**
 * The message that tells a store of a release, of what became different, or that it is to go: XML in the shape of the DDEX ERN 4.3 NewReleaseMessage. It is shaped after
 * the standard and not validated against its schema; every reference in it resolves.
 */
public final class StoreMessage {
    private static final Map<String, String> ROLES = Map.ofEntries(
            Map.entry("vocals", "Vocalist"),
            Map.entry("lead vocals", "LeadVocalist"),
            Map.entry("backing vocals", "BackgroundVocalist"),
            Map.entry("conductor", "Conductor"),
            Map.entry("orchestra", "Orchestra"),
            Map.entry("choir", "Choir"),
            Map.entry("producer", "Producer"),
            Map.entry("co-producer", "CoProducer"),
            Map.entry("executive producer", "ExecutiveProducer"),
            Map.entry("mix", "Mixer"),
            Map.entry("mastering", "MasteringEngineer"),
            Map.entry("recording", "RecordingEngineer"),
            Map.entry("engineer", "SoundEngineer"),
            Map.entry("remixer", "Remixer"),
            Map.entry("arranger", "Arranger"));

    private final Release release;
    private final Outgoing out;
    private final Map<Long, AudioFacts> lengths;
    private final Map<String, String> parties = new LinkedHashMap<>();
    private final XmlText xml;

    private StoreMessage(Outgoing out, StringWriter text) throws XMLStreamException {
        this.release = out.release();
        this.out = out;
        this.lengths = out.lengths();
        this.xml = new XmlText(text);
    }

    /** The message. The same facts give the same text. */
    public static String of(Outgoing out) {
        StringWriter text = new StringWriter();
        try {
            new StoreMessage(out, text).write();
        } catch (XMLStreamException cannotHappenInMemory) {
            throw new IllegalStateException(cannotHappenInMemory);
        }
        return text.toString();
    }

    private String party(String name) {
        return parties.computeIfAbsent(name, unseen -> "P" + (parties.size() + 1));
    }

    private void write() throws XMLStreamException {
        party(label());
        for (Track track : release.tracks()) {
            names(track, Fields.TRACK_ARTISTS).forEach(this::party);
            names(track, Fields.TRACK_FEATURED).forEach(this::party);
            track.recording().work().writers().forEach(writer -> party(writer.name()));
            credits(track).forEach(credit -> party(credit.credited()));
        }
        release.facts()
                .get(Fields.RELEASE_ARTISTS)
                .map(Names::list)
                .orElse(List.of())
                .forEach(this::party);
        xml.begin("ern:NewReleaseMessage", "xmlns:ern", "http://ddex.net/xml/ern/43", "AvsVersionId", "4");
        header();
        xml.begin("PartyList");
        for (var party : parties.entrySet()) {
            xml.begin("Party");
            xml.leaf("PartyReference", party.getValue());
            xml.begin("PartyName").leaf("FullName", party.getKey()).end();
            identifiers(party.getKey());
            xml.end();
        }
        xml.end();
        xml.begin("ResourceList");
        for (Track track : release.tracks()) soundRecording(track);
        images();
        xml.end();
        xml.begin("ReleaseList");
        mainRelease();
        for (Track track : release.tracks()) {
            xml.begin("TrackRelease");
            xml.leaf("ReleaseReference", "R" + track.number());
            xml.leaf("ReleaseResourceReference", "A" + track.number());
            xml.leaf("ReleaseLabelReference", party(label()));
            xml.end();
        }
        xml.end();
        deals();
        xml.finish();
    }

    private void identifiers(String name) throws XMLStreamException {
        Optional<String> isni = out.subject()
                .of(name, Fields.PARTY_ISNI)
                .flatMap(written -> written.code())
                .map(code -> code.compact());
        Optional<String> ipi = out.subject()
                .of(name, Fields.PARTY_IPI)
                .flatMap(written -> written.code())
                .map(code -> code.digits());
        if (isni.isEmpty() && ipi.isEmpty()) return;
        xml.begin("PartyId").leaf("ISNI", isni).leaf("IpiNameNumber", ipi).end();
    }

    private static List<Credit> credits(Track track) {
        return track.recording().facts().get(Fields.RECORDING_CREDITS).orElse(List.of());
    }

    private void header() throws XMLStreamException {
        xml.begin("MessageHeader");
        xml.leaf("MessageId", out.messageId());
        xml.begin("MessageSender")
                .begin("PartyName")
                .leaf("FullName", out.label().name())
                .end()
                .end();
        xml.begin("MessageRecipient")
                .begin("PartyName")
                .leaf("FullName", out.profile().name())
                .end()
                .end();
        xml.leaf("MessageControlType", out.occasion() == Outgoing.Occasion.FULL ? "LiveMessage" : "UpdatedMessage");
        xml.leaf("MessageCreatedDateTime", out.sealed().toString());
        xml.end();
    }

    private void soundRecording(Track track) throws XMLStreamException {
        xml.begin("SoundRecording");
        xml.leaf("ResourceReference", "A" + track.number());
        xml.leaf("Type", "MusicalWorkSoundRecording");
        xml.begin("SoundRecordingEdition");
        Optional<String> isrc =
                track.recording().facts().code(Fields.RECORDING_ISRC).map(code -> code.compact());
        xml.begin("ResourceId").leaf("ISRC", isrc).end();
        Optional<String> iswc =
                track.recording().work().facts().code(Fields.WORK_ISWC).map(code -> code.compact());
        if (iswc.isPresent()) xml.begin("WorkId").leaf("ISWC", iswc).end();
        rightsLine("PLine", release.holds(track, Fields.RECORDING_P_LINE));
        Outgoing.SentFile file = out.sound().get(track.id());
        if (file != null) {
            xml.begin("TechnicalDetails");
            xml.leaf("TechnicalResourceDetailsReference", "T" + track.number());
            file(file);
            Optional<PlayingTime> preview = track.facts().get(Fields.TRACK_PREVIEW_START);
            if (preview.isPresent())
                xml.begin("ClipDetails")
                        .leaf(
                                "StartPoint",
                                String.valueOf(Math.round(preview.get().seconds())))
                        .end();
            xml.end();
        }
        xml.end();
        title(out.profile().titleStyle().track(release, track), track);
        xml.leaf("DisplayArtistName", displayArtists(track));
        int sequence = 1;
        for (String name : names(track, Fields.TRACK_ARTISTS)) artist(name, "MainArtist", sequence++);
        for (String name : names(track, Fields.TRACK_FEATURED)) artist(name, "FeaturedArtist", sequence++);
        List<Writer> writers = track.recording().work().writers();
        contributors(Writer.composers(writers), "Composer");
        contributors(Writer.lyricists(writers), "Lyricist");
        contributors(Writer.as(Writer.Role.AR, writers), "Arranger");
        contributors(Writer.as(Writer.Role.AD, writers), "Adapter");
        contributors(Writer.as(Writer.Role.TR, writers), "Translator");
        for (Credit credit : credits(track)) for (String role : credit.roles()) contributor(credit.credited(), role);
        AudioFacts measured = lengths.get(track.id());
        if (measured != null) xml.leaf("Duration", duration(measured.milliseconds()));
        xml.leaf("ParentalWarningType", warning(track));
        xml.leaf("LanguageOfPerformance", release.holds(track, Fields.TRACK_LANGUAGE));
        xml.end();
    }

    /** Main artists, and the featured ones behind them. */
    private String displayArtists(Track track) {
        List<String> featured = names(track, Fields.TRACK_FEATURED);
        String main = release.artistsOf(track);
        return featured.isEmpty() ? main : main + " feat. " + new Names(featured).sentence();
    }

    /** Who did what on the recording: the standard's words for what it names, the trade's own behind an instrument. */
    private void contributor(String name, String role) throws XMLStreamException {
        String lower = role.toLowerCase(Locale.ROOT);
        String known = ROLES.get(lower);
        boolean performs = Roles.performs(role);
        xml.begin("Contributor");
        xml.leaf("ContributorPartyReference", party(name));
        xml.leaf("Role", known != null ? known : performs ? "AssociatedPerformer" : "StudioPersonnel");
        if (known == null && performs) xml.leaf("InstrumentType", role);
        else if (known == null) xml.leaf("RoleDescription", role);
        xml.end();
    }

    private void title(String text, Track track) throws XMLStreamException {
        xml.leaf("DisplayTitleText", text);
        xml.begin("DisplayTitle");
        xml.leaf("TitleText", release.holds(track, Fields.TRACK_TITLE));
        xml.leaf("SubTitle", release.holds(track, Fields.TRACK_VERSION));
        xml.end();
    }

    /** The front cover first; further pictures count on behind it. */
    private List<Picture> pictures() {
        List<Picture> pictures = new ArrayList<>();
        int next = release.tracks().size() + 1;
        if (out.cover().isPresent())
            pictures.add(new Picture(next++, "FrontCoverImage", out.cover().get()));
        for (Outgoing.SentPicture each : out.pictures())
            pictures.add(new Picture(
                    next++,
                    switch (each.kind()) {
                        case BACK -> "BackCoverImage";
                        case BOOKLET -> "BookletImage";
                        case DISC -> "LabelImage";
                        default -> "OtherImage";
                    },
                    each.file()));
        return pictures;
    }

    private record Picture(int number, String type, Outgoing.SentFile file) {}

    private void images() throws XMLStreamException {
        for (Picture picture : pictures()) {
            xml.begin("Image");
            xml.leaf("ResourceReference", "A" + picture.number());
            xml.leaf("Type", picture.type());
            xml.begin("TechnicalDetails");
            xml.leaf("TechnicalResourceDetailsReference", "T" + picture.number());
            file(picture.file());
            xml.end();
            xml.end();
        }
    }

    private void mainRelease() throws XMLStreamException {
        xml.begin("Release");
        xml.leaf("ReleaseReference", "R0");
        xml.leaf("ReleaseType", releaseType());
        xml.begin("ReleaseId");
        xml.leaf("ICPN", release.facts().code(Fields.RELEASE_BARCODE).map(code -> code.digits()));
        xml.leaf("CatalogNumber", release.facts().get(Fields.RELEASE_CATALOGUE_NUMBER));
        xml.end();
        xml.leaf("DisplayTitleText", out.profile().titleStyle().release(release));
        xml.leaf(
                "DisplayArtistName", release.facts().get(Fields.RELEASE_ARTISTS).map(Names::sentence));
        int sequence = 1;
        for (String name :
                release.facts().get(Fields.RELEASE_ARTISTS).map(Names::list).orElse(List.of()))
            artist(name, "MainArtist", sequence++);
        xml.leaf("ReleaseLabelReference", party(label()));
        rightsLine("PLine", release.facts().get(Fields.RELEASE_P_LINE));
        rightsLine("CLine", release.facts().get(Fields.RELEASE_C_LINE));
        for (String genre :
                release.facts().get(Fields.RELEASE_GENRE).map(Terms::list).orElse(List.of()))
            xml.begin("Genre").leaf("GenreText", out.profile().genreWord(genre)).end();
        xml.leaf(
                "OriginalReleaseDate",
                release.facts()
                        .get(Fields.RELEASE_ORIGINAL_DATE)
                        .map(String::valueOf)
                        .or(() -> release.facts().get(Fields.RELEASE_DATE).map(String::valueOf)));
        xml.leaf("ParentalWarningType", release.explicit() ? "Explicit" : "NotExplicit");
        xml.begin("ResourceGroup");
        for (Track track : release.tracks()) {
            xml.begin("ResourceGroupContentItem");
            xml.leaf("SequenceNumber", String.valueOf(track.number()));
            xml.leaf("ReleaseResourceReference", "A" + track.number());
            xml.end();
        }
        for (Picture picture : pictures()) xml.leaf("LinkedReleaseResourceReference", "A" + picture.number());
        xml.end();
        xml.end();
    }

    private void deals() throws XMLStreamException {
        xml.begin("DealList");
        for (int reference = 0; reference <= release.tracks().size(); reference++) {
            xml.begin("ReleaseDeal");
            xml.leaf("DealReleaseReference", "R" + reference);
            xml.begin("Deal").begin("DealTerms");
            Territories where = territories();
            if (where.worldwide()) xml.leaf("TerritoryCode", "Worldwide");
            for (String code : where.codes())
                xml.leaf(where.worldwide() ? "ExcludedTerritoryCode" : "TerritoryCode", code);
            for (String outlet : out.profile().outletsFor(release))
                xml.begin("DistributionChannel")
                        .begin("PartyName")
                        .leaf("FullName", outlet)
                        .end()
                        .end();
            xml.begin("ValidityPeriod").leaf("StartDate", start());
            // a takedown ends what was agreed, on the day it is sealed
            if (out.occasion() == Outgoing.Occasion.TAKEDOWN)
                xml.leaf("EndDate", out.sealed().toString().substring(0, 10));
            xml.end();
            boolean download = out.profile().kind().contains("download");
            xml.leaf("CommercialModelType", download ? "PayAsYouGoModel" : "SubscriptionModel");
            xml.leaf("UseType", download ? "PermanentDownload" : "OnDemandStream");
            if (download) price(reference);
            xml.end().end().end();
        }
        xml.end();
    }

    private Territories territories() {
        return out.terms().territories().isEmpty()
                ? release.facts().get(Fields.RELEASE_TERRITORIES).orElseGet(() -> Territories.parse("worldwide"))
                : Territories.parse(out.terms().territories());
    }

    private Optional<String> start() {
        return out.terms().from().isEmpty()
                ? release.facts().get(Fields.RELEASE_DATE).map(String::valueOf)
                : Optional.of(out.terms().from());
    }

    /** A shop's own amounts are behind the tier; a preview is told with the track it is of. */
    private void price(int reference) throws XMLStreamException {
        Optional<String> tier = release.facts().get(Fields.RELEASE_PRICE_TIER);
        if (tier.isPresent())
            xml.begin("PriceInformation").leaf("PriceType", tier.get()).end();
        if (reference > 0)
            xml.leaf(
                    "PreviewStart",
                    release.tracks()
                            .get(reference - 1)
                            .facts()
                            .get(Fields.TRACK_PREVIEW_START)
                            .map(String::valueOf));
    }

    private void file(Outgoing.SentFile file) throws XMLStreamException {
        xml.begin("DeliveryFile").begin("File");
        xml.leaf("URI", file.uri());
        xml.begin("HashSum")
                .leaf("Algorithm", "SHA2-256")
                .leaf("HashSumValue", file.sha256().hex())
                .end();
        xml.leaf("FileSize", String.valueOf(file.bytes()));
        xml.end().end();
    }

    private void artist(String name, String role, int sequence) throws XMLStreamException {
        xml.begin("DisplayArtist", "SequenceNumber", String.valueOf(sequence));
        xml.leaf("ArtistPartyReference", party(name));
        xml.leaf("DisplayArtistRole", role);
        xml.end();
    }

    private void contributors(List<String> names, String role) throws XMLStreamException {
        for (String name : names) {
            xml.begin("Contributor");
            xml.leaf("ContributorPartyReference", party(name));
            xml.leaf("Role", role);
            xml.end();
        }
    }

    private void rightsLine(String element, Optional<RightsLine> line) throws XMLStreamException {
        if (line.isEmpty()) return;
        xml.begin(element);
        xml.leaf("Year", "%04d".formatted(line.get().year()));
        xml.leaf(element + "Text", line.get().toString());
        xml.end();
    }

    private List<String> names(Track track, app.entrada.core.field.Field<Names> field) {
        return release.holds(track, field).map(Names::list).orElse(List.of());
    }

    private String warning(Track track) {
        return switch (track.facts().get(Fields.TRACK_EXPLICIT).orElse("")) {
            case "explicit" -> "Explicit";
            case "clean" -> "ExplicitContentEdited";
            case "no" -> "NotExplicit";
            default -> "Unknown";
        };
    }

    private String releaseType() {
        return switch (release.facts().get(Fields.RELEASE_KIND).orElse("")) {
            case "single" -> "Single";
            case "EP" -> "EP";
            default -> "Album";
        };
    }

    private String label() {
        return release.facts().get(Fields.RELEASE_LABEL).orElse(out.label().name());
    }

    private static String duration(long milliseconds) {
        long seconds = Math.round(milliseconds / 1000.0);
        return "PT%dM%dS".formatted(seconds / 60, seconds % 60);
    }
}
