package orchard.signal;

/** What travels in one OSC packet: a message, or a bundle of messages and bundles. */
public sealed interface OscPacket permits OscMessage, OscBundle {}
