/** Names at their registry: what is free, what it costs, registering and renewing. Entry point: {@link evenharbor.app.where.registry.Registry}. */
package evenharbor.app.where.registry;
