/** Addresses of devices, and of the studios and benches that stand in for them. */
import { z } from 'zod'
import * as devices from '@core/api/devices'
import { idParams as id } from '@core/api/api'
import type { Route } from './apiRoute'

const deviceList = z.array(devices.deviceSchema)

export const DEVICE_ROUTES: readonly Route[] = [
  [
    'put',
    '/api/shoots/{id}/practice',
    'Start a simulated studio for a shoot, or find the one that runs',
    { params: id, body: devices.practiceSchema, returns: devices.deviceSchema }
  ],
  ['delete', '/api/shoots/{id}/practice', 'End it', { params: id, status: 204 }],
  [
    'put',
    '/api/kit/{id}/practice',
    'Start a simulated bench to calibrate an item on, or find the one that runs',
    { params: id, body: devices.practiceSchema, returns: devices.deviceSchema }
  ],
  ['delete', '/api/kit/{id}/practice', 'End it', { params: id, status: 204 }],
  ['get', '/api/devices', 'Devices that bridges have announced', { returns: deviceList }],
  [
    'put',
    '/api/devices/{id}',
    'A bridge announces its device',
    { params: id, body: devices.deviceOfferSchema, returns: devices.deviceSchema }
  ],
  ['delete', '/api/devices/{id}', 'A device is taken away', { params: id, status: 204 }],
  [
    'put',
    '/api/devices/{id}/state',
    'What a device is at',
    { params: id, body: devices.deviceStateSchema, status: 204 }
  ],
  [
    'get',
    '/api/devices/{id}/commands',
    'Server-sent events: what is asked of the device',
    { params: id }
  ],
  [
    'post',
    '/api/devices/{id}/commands',
    'Ask a device; answered when it has answered',
    { params: id, body: devices.sendCommandSchema, returns: devices.answerSchema }
  ],
  [
    'put',
    '/api/devices/{id}/commands/{commandId}/answer',
    'The answer of a device',
    { params: devices.commandParams, body: devices.answerSchema, status: 204 }
  ],
  [
    'get',
    '/api/devices/{id}/commands/{commandId}/files',
    'What a command that belongs to no shoot has brought',
    { params: devices.commandParams, returns: devices.heldFilesSchema }
  ],
  [
    'get',
    '/api/devices/{id}/commands/{commandId}/files/{number}',
    'One of its files, by its number in the list',
    { params: devices.heldFileParams, binary: true }
  ],
  [
    'delete',
    '/api/devices/{id}/commands/{commandId}/files',
    'They are not wanted any more',
    { params: devices.commandParams, status: 204 }
  ],
  [
    'post',
    '/api/devices/{id}/files',
    'A file of a frame, JPEG or raw; 200 when it was there already',
    {
      params: id,
      query: devices.fileQuery,
      returns: devices.filedSchema,
      binary: true,
      status: 201
    }
  ],
  ['get', '/api/feed', 'Server-sent events: what has changed', {}]
]
