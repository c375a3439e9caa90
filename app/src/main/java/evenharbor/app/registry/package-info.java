/** Names at their registry: what is free, what it costs, registering and renewing. Entry point: {@link evenharbor.app.registry.Registry}. */
package evenharbor.app.registry;
