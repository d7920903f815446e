package jordfell.core.catalogue;

/**
 * A model with what only people need to know.
 *
 * @param ports analogue sockets of an adapter
 * @param phonebook most entries it holds
 */
public record ModelSheet(
        DeviceModel model,
        int ports,
        int phonebook,
        String transports,
        String codecs,
        FirmwareRules firmware,
        long version) {}
