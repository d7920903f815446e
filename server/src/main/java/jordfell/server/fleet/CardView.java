package jordfell.server.fleet;

import java.util.List;
import jordfell.core.planning.CredentialsCard;
import jordfell.core.settings.SettingsCatalogue;
import jordfell.server.device.Assembled;
import jordfell.server.records.Extension;

/**
 * The credentials card of one line.
 *
 * @param extensionId whose password is asked for by itself
 */
record CardView(int line, String number, long extensionId, List<CredentialsCard.CardField> rows) {

    /** The cards of all bound lines. */
    static List<CardView> of(Assembled device) {
        return device.lines().stream()
                .filter(line -> line.extension().isPresent())
                .map(line -> of(device, line, line.extension().get()))
                .toList();
    }

    private static CardView of(Assembled device, Assembled.Line line, Extension extension) {
        CredentialsCard card = CredentialsCard.of(
                line.position(),
                extension.number(),
                extension.authUser(),
                device.domain(),
                line.settings().value(SettingsCatalogue.REGISTRAR),
                line.settings().value(SettingsCatalogue.TRANSPORT),
                line.settings().value(SettingsCatalogue.EXPIRY),
                device.site().portBase(),
                line.settings().value(SettingsCatalogue.VOICEMAIL));
        return new CardView(card.line(), card.number(), extension.id(), card.rows());
    }
}
