package jordfell.lab.phone;

import java.util.ArrayList;
import java.util.List;

/** Reads the JSON dialect of Tessaro's adapters: one account for each socket. */
public final class TessaroFile {

    private TessaroFile() {}

    /** Reads a whole file. */
    public static PhoneConfig read(String text) throws UnreadableFile {
        JsonFile file =
                JsonFile.read(text).exactly("unit", "sockets", "hours", "calls", "wire", "guard", "care", "software");
        JsonFile unit = file.in("unit").exactly("caption", "tongue");
        file.in("hours").exactly("zone", "source", "spare", "face");
        file.in("calls")
                .exactly(
                        "second", "voices", "slice", "hush", "cipher", "tones", "type", "map", "wait", "first",
                        "urgent");
        file.in("wire").exactly("vlan", "name", "mirror", "sip", "media", "low", "high");
        file.in("guard").exactly("page", "user", "secret", "console");
        file.in("software").exactly("version", "when");
        JsonFile care = file.in("care").exactly("look", "spread", "again", "user", "secret", "talk", "target", "door");
        List<PhoneConfig.Station> stations = new ArrayList<>();
        for (JsonFile socket : file.in("sockets").each()) {
            socket.exactly("socket", "line", "caption", "proof", "registrar", "divert", "hidden", "mailbox");
            JsonFile divert = socket.in("divert").exactly("all", "busy", "none", "after");
            JsonFile proof = socket.in("proof").exactly("as", "secret");
            JsonFile registrar = socket.in("registrar")
                    .exactly(
                            "find", "name", "spare", "door", "over", "through", "stay", "renew", "tickle", "port",
                            "back");
            stations.add(new PhoneConfig.Station(
                    socket.whole("socket", 1, 8),
                    socket.text("line"),
                    proof.text("as"),
                    proof.text("secret"),
                    registrar.text("name"),
                    registrar.whole("stay", 1, 86_400),
                    registrar.whole("port", 1, 65_535),
                    PhoneConfig.Manner.of(
                            registrar.text("find").equals("list"),
                            registrar.text("spare"),
                            registrar.whole("door", 0, 65_535),
                            registrar.whole("renew", 50, 90),
                            registrar.text("over"),
                            registrar.whole("tickle", 0, 600)),
                    new PhoneConfig.Sends(divert.text("all"), divert.text("none"), divert.whole("after", 5, 120)),
                    socket.text("mailbox")));
        }
        JsonFile calls = file.in("calls");
        return PhoneConfig.of(
                        unit.text("caption"),
                        stations,
                        care.whole("look", 1, 86_400),
                        care.whole("again", 1, 3_600),
                        List.of(),
                        file.flat())
                .keeping(new PhoneConfig.Upkeep(
                        care.text("user"),
                        care.text("secret"),
                        file.in("software").text("version")))
                .dialling(
                        new PhoneConfig.Dials(calls.text("map"), calls.whole("wait", 1, 30), calls.text("urgent"), ""))
                .living(new PhoneConfig.Habits(
                        care.whole("spread", 0, 3_600),
                        file.in("hours").text("source"),
                        PhoneConfig.Habits.NONE.clockEvery(),
                        true,
                        new PhoneConfig.Log(
                                care.whole("talk", 0, 7), care.text("target"), care.whole("door", 1, 65_535))))
                .speaking(calls.text("voices"))
                .pressing(calls.text("tones"), calls.whole("type", 96, 127));
    }
}
