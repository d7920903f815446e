package jordfell.server.calls;

import java.time.Duration;
import java.util.Arrays;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import jordfell.core.dialing.DialPlan;
import jordfell.core.dialing.DigitMap;
import jordfell.core.dialing.DigitMapSyntax;
import jordfell.core.dialing.PhoneDialling.Rules;
import jordfell.core.dialing.WhatIf;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.device.Assembled;
import jordfell.server.device.FactsAssembler;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import org.springframework.stereotype.Component;

/** Asks what comes of it when an extension dials, by the settings of the device that has it and the lists of its domain. */
@Component
class WhatIfs {

    /** Where the setting can’t be read: its usual value. */
    private static final Duration USUAL = Duration.ofSeconds(4);

    private final ExtensionStore extensions;
    private final RecordedGround ground;
    private final DeviceStore devices;
    private final FactsAssembler assembler;
    private final DialPlans plans;

    WhatIfs(
            ExtensionStore extensions,
            RecordedGround ground,
            DeviceStore devices,
            FactsAssembler assembler,
            DialPlans plans) {
        this.extensions = extensions;
        this.ground = ground;
        this.devices = devices;
        this.assembler = assembler;
        this.plans = plans;
    }

    WhatIfView of(long domainId, String from, String keys) {
        Extension extension = extensions
                .byNumber(domainId, from)
                .orElseThrow(() -> RefusedException.field(
                        "/from", "There is no extension " + from + " in this domain.", "Choose one that exists."));
        Optional<Assembled> device =
                devices.withExtension(extension.id()).stream().findFirst().flatMap(assembler::assemble);
        DialPlan plan =
                plans.of(domainId, device.map(d -> voicemail(d, extension)).orElse(""));
        WhatIf.Caller caller = caller(extension);
        Optional<String> map = device.filter(WhatIfs::dialsByItsMap)
                .map(d -> d.settings().value(SettingsCatalogue.DIGIT_MAP))
                .filter(m -> DigitMapSyntax.refuse(m).isEmpty());
        WhatIf what = map.map(m -> WhatIf.of(rules(device.orElseThrow(), m), plan, caller, keys))
                .orElseGet(() -> WhatIf.atRegistrar(plan, caller, keys));
        return WhatIfView.of(
                device.map(d -> d.device().label()).orElse(""),
                device.map(d -> d.device().id()).orElse(0L),
                device.map(WhatIfs::note).orElse("No device has this extension yet: only the registrar is asked."),
                map.orElse(""),
                extension.permissionClass(),
                what);
    }

    /** Whether it is known by which digit map it dials. */
    private static boolean dialsByItsMap(Assembled device) {
        return !device.facts().byHand()
                && device.dialect()
                        .filter(d -> d.understood().contains(SettingsCatalogue.DIGIT_MAP))
                        .isPresent();
    }

    /** What is to be known of the phone beside its digit map; empty if nothing is. */
    private static String note(Assembled device) {
        if (device.facts().byHand()) {
            return "It is set by hand, so its digit map is not known: only the registrar is asked.";
        }
        if (!dialsByItsMap(device)) {
            return "The " + device.device().model().fullName() + " has no digit map: it sends what was dialled.";
        }
        return device.facts().pending()
                ? "It has changes that are not on it yet: until then it may dial by another digit map."
                : "";
    }

    private static Rules rules(Assembled device, String map) {
        Set<String> emergency = Arrays.stream(
                        device.settings().value(SettingsCatalogue.EMERGENCY).split("[,\\s]+"))
                .filter(number -> !number.isEmpty())
                .collect(Collectors.toSet());
        String timer = device.settings().value(SettingsCatalogue.DIAL_TIMER);
        return new Rules(
                DigitMap.of(map), emergency, timer.isEmpty() ? USUAL : Duration.ofSeconds(Long.parseLong(timer)));
    }

    /** The number under which the line that has the extension calls the voicemail. */
    private static String voicemail(Assembled device, Extension extension) {
        return device.lines().stream()
                .filter(line ->
                        line.extension().filter(e -> e.id() == extension.id()).isPresent())
                .findFirst()
                .map(line -> line.settings().value(SettingsCatalogue.VOICEMAIL))
                .orElse("");
    }

    private WhatIf.Caller caller(Extension extension) {
        return new WhatIf.Caller() {
            @Override
            public String permission() {
                return extension.permissionClass();
            }

            @Override
            public String outgoing() {
                return extension.outgoing();
            }

            @Override
            public Optional<String> holder(String number) {
                return extensions.byNumber(extension.domainId(), number).map(ground::name);
            }

            @Override
            public Set<String> picksUp() {
                return extensions.pickedUpBy(extension.domainId(), extension.number());
            }
        };
    }
}
