/** Reaching other machines by HTTP. Entry point: {@link evenharbor.app.common.outbound.OutboundClient}. */
package evenharbor.app.common.outbound;
