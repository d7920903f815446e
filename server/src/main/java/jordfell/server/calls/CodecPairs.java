package jordfell.server.calls;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.catalogue.ModelSheet;
import jordfell.core.media.Codec;
import jordfell.core.media.CommonCodecs;
import jordfell.core.media.CommonCodecs.Kind;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.device.Assembled;
import jordfell.server.device.FactsAssembler;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.ModelStore;
import org.springframework.stereotype.Component;

/** Which codec two devices would agree on, and which devices of a domain could not hear each other. */
@Component
class CodecPairs {

    /** Devices whose settings come from the same layers have the same codecs: one of them is looked at. */
    private static final String ALIKE = """
            select min(d.id) id, count(*) n from device d
            join site s on s.id = d.site_id
            left join line l on l.device_id = d.id and l.position = 1
            left join extension e on e.id = l.extension_id
            left join person p on p.id = e.person_id
            where s.domain_id = ? and d.standing = 'IN_USE'
            group by d.model_id, d.site_id, d.template_id, coalesce(d.kit_id, p.kit_id),
              case when exists (select 1 from setting_value v where v.layer = 'DEVICE' and v.setting = ?
                                and v.owner = cast(d.id as varchar)) then d.id end
            order by n desc, id limit 400""";

    private static final int MOST_SHOWN = 60;

    /**
     * What is spoken when one extension calls another.
     *
     * @param agreed the codec; empty if they have none in common
     */
    record SpokenView(String agreed, SpeaksView caller, SpeaksView called) {}

    /**
     * What a device speaks.
     *
     * @param set what is set for it, best first
     * @param model what its model can; empty if that is not known
     * @param spoken what is left of both
     */
    record SpeaksView(
            long deviceId, String label, String model, List<String> set, List<String> ofModel, List<String> spoken) {}

    /** @param kinds how many kinds of devices were held against each other */
    record CodecsView(int kinds, int devices, List<DeafView> deaf) {}

    /** Two kinds of devices that can’t hear each other. */
    record DeafView(KindView one, KindView other) {}

    /** @param label of one device of the kind */
    record KindView(String model, String label, long deviceId, int devices, List<String> codecs) {}

    private record Alike(long id, int count) {}

    private final Jdbc jdbc;
    private final FactsAssembler assembler;
    private final ModelStore models;
    private final ExtensionStore extensions;
    private final DeviceStore devices;

    CodecPairs(Jdbc jdbc, FactsAssembler assembler, ModelStore models, ExtensionStore extensions, DeviceStore devices) {
        this.jdbc = jdbc;
        this.assembler = assembler;
        this.models = models;
        this.extensions = extensions;
        this.devices = devices;
    }

    /** What is spoken when one extension of a domain calls another, by the first device of each. */
    SpokenView between(long domainId, String from, String to) {
        SpeaksView caller = of(domainId, from, "/from");
        SpeaksView called = of(domainId, to, "/to");
        return new SpokenView(
                CommonCodecs.agreed(list(caller.spoken()), list(called.spoken()))
                        .map(Codec::word)
                        .orElse(""),
                caller,
                called);
    }

    /** All pairs of a domain that can’t hear each other. */
    CodecsView of(long domainId) {
        List<Alike> alike = jdbc.list(
                ALIKE, row -> new Alike(row.number("id"), row.integer("n")), domainId, SettingsCatalogue.CODECS);
        Map<String, SpeaksView> examples = new LinkedHashMap<>();
        Map<String, Integer> counts = new LinkedHashMap<>();
        for (Alike some : alike) {
            assembler.assemble(some.id()).map(this::speaks).ifPresent(speaks -> {
                String kind = speaks.model() + " " + speaks.spoken();
                examples.putIfAbsent(kind, speaks);
                counts.merge(kind, some.count(), Integer::sum);
            });
        }
        List<Kind> kinds = new ArrayList<>();
        examples.forEach(
                (kind, speaks) -> kinds.add(new Kind(kind, list(speaks.spoken()), counts.getOrDefault(kind, 0))));
        List<DeafView> deaf = CommonCodecs.deaf(kinds).stream()
                .limit(MOST_SHOWN)
                .map(pair -> new DeafView(view(pair.one(), examples), view(pair.other(), examples)))
                .toList();
        return new CodecsView(
                kinds.size(), kinds.stream().mapToInt(Kind::devices).sum(), deaf);
    }

    private static KindView view(Kind kind, Map<String, SpeaksView> examples) {
        SpeaksView example = examples.get(kind.name());
        return example == null
                ? new KindView(kind.name(), "", 0, kind.devices(), List.of())
                : new KindView(example.model(), example.label(), example.deviceId(), kind.devices(), example.spoken());
    }

    private SpeaksView of(long domainId, String number, String field) {
        return extensions
                .byNumber(domainId, number.strip())
                .flatMap(e -> devices.withExtension(e.id()).stream().findFirst())
                .flatMap(assembler::assemble)
                .map(this::speaks)
                .orElseThrow(() -> RefusedException.field(
                        field, "No device has the extension “" + number + "”.", "Choose one that is on a device."));
    }

    private SpeaksView speaks(Assembled device) {
        List<Codec> set = Codec.list(device.settings().value(SettingsCatalogue.CODECS));
        Optional<ModelSheet> sheet = models.sheet(device.device().model().id());
        List<Codec> ofModel = Codec.list(sheet.map(ModelSheet::codecs).orElse(""));
        return new SpeaksView(
                device.device().id(),
                device.device().label(),
                device.device().model().fullName(),
                words(set),
                words(ofModel),
                words(CommonCodecs.spoken(set, ofModel)));
    }

    private static List<String> words(List<Codec> codecs) {
        return codecs.stream().map(Codec::word).toList();
    }

    private static List<Codec> list(List<String> words) {
        return Codec.list(String.join(",", words));
    }
}
