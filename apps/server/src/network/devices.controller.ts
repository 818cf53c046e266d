import { Controller, Get, HttpCode, Inject, Param, Post, Req, Res } from '@nestjs/common';
import { newDeviceSchema, type NewDevice, type ReachAnswer, type ShopDevice } from '@tare/contract';
import type { Request, Response } from 'express';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { ProblemException } from '../http/problem.js';
import { derOf, fingerprintOf, type Authority } from './authority.js';
import { Devices } from './devices.js';
import { isLoopback } from './ownNames.js';
import { reachUrls, type Opening } from './openToNetwork.js';

/** Token of how the server is opened to the network; null while it is not. */
export const NETWORK = Symbol('NETWORK');
export interface Network {
  readonly opening: Opening;
  readonly authority: Authority;
}

/** Other devices of the shop: how they get here, and which were let in. */
@Controller('api')
export class DevicesController {
  constructor(
    @Inject(NETWORK) private readonly network: Network | null,
    private readonly devices: Devices,
  ) {}

  @Get('reach')
  @Describe('How the shop’s other devices reach Tare; null while it is not opened to the network. The shop code only for this very machine')
  async reach(@Req() request: Request): Promise<ReachAnswer> {
    if (this.network === null) return { reach: null };
    const { opening, authority } = this.network;
    return {
      reach: {
        urls: reachUrls(opening),
        fingerprint: fingerprintOf(authority),
        code: isLoopback(request.socket.remoteAddress) ? await this.devices.code() : null,
      },
    };
  }

  @Get('reach/authority.crt')
  @Describe('The certificate of the shop’s own authority, for a device to trust')
  authority(@Res() response: Response): void {
    if (this.network === null) throw new ProblemException(404, 'Tare is not opened to the network.');
    response.type('application/x-x509-ca-cert').attachment('tare-shop.crt').send(derOf(this.network.authority));
  }

  @Get('devices')
  @Describe('The devices that the shop let in, the latest first')
  list(@Req() request: Request): Promise<ShopDevice[]> {
    return this.devices.list(request);
  }

  @Post('devices')
  @Describe('Let the device that asks in, by the shop code', newDeviceSchema)
  add(@CheckedBody(newDeviceSchema) device: NewDevice, @Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<ShopDevice> {
    return this.devices.add(device, request, response);
  }

  @Post('devices/:deviceId/revocation')
  @HttpCode(200)
  @Describe('Have a device need the code again')
  async revoke(@Param('deviceId', IdPipe) deviceId: string): Promise<{ revoked: true }> {
    await this.devices.revoke(deviceId);
    return { revoked: true };
  }

  @Post('devices/new-code')
  @HttpCode(200)
  @Describe('Make another shop code; devices that were let in stay. From this very machine only')
  async renewCode(@Req() { socket }: Request): Promise<{ code: string }> {
    if (!isLoopback(socket.remoteAddress)) throw new ProblemException(403, 'Another shop code is made at the machine that Tare runs on.');
    return { code: await this.devices.renewCode() };
  }
}
