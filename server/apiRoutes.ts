/** The addresses of the API: what each takes and gives, for its description. */
import { z } from 'zod'
import { kitItemSchema } from '@core/kit/kit'
import { planSchema } from '@core/plan/plan'
import * as schemas from '@core/api/api'
import { folderSchema, watchSchema } from '@core/api/folder'
import { pairingSchema, pairSchema } from '@core/api/pairing'
import { pictureFileQuery } from '@core/api/pictureFile'
import { tickSchema } from '@core/run/tick'
import type { Route } from './apiRoute'
import { DEVICE_ROUTES } from './deviceApiRoutes'

const { idParams: id, frameParams: frame } = schemas

export const ROUTES: readonly Route[] = [
  ['get', '/api/health', 'Is the server well', { returns: schemas.healthSchema }],
  [
    'get',
    '/api/shoots',
    'All shoots, newest change first',
    { returns: z.array(schemas.shootSummarySchema) }
  ],
  [
    'post',
    '/api/shoots',
    'New shoot from a look',
    { body: schemas.newShootSchema, returns: schemas.shootSchema, status: 201 }
  ],
  [
    'post',
    '/api/shoots/import',
    'New shoot from a plan document',
    {
      query: schemas.newIdQuery,
      body: planSchema,
      returns: schemas.shootSchema,
      status: 201
    }
  ],
  ['get', '/api/shoots/{id}', 'One shoot', { params: id, returns: schemas.shootSchema }],
  [
    'put',
    '/api/shoots/{id}',
    'Save the plan; 409 when the version is not the present one',
    { params: id, body: schemas.savePlanSchema, returns: schemas.shootSchema }
  ],
  [
    'patch',
    '/api/shoots/{id}',
    'Rename',
    { params: id, body: schemas.renameSchema, returns: schemas.shootSchema }
  ],
  ['delete', '/api/shoots/{id}', 'Delete (can be restored)', { params: id, status: 204 }],
  ['post', '/api/shoots/{id}/restore', 'Bring a deleted shoot back', { params: id, status: 204 }],
  [
    'post',
    '/api/shoots/{id}/duplicate',
    'Copy plan and frames',
    { params: id, query: schemas.newIdQuery, returns: schemas.shootSchema, status: 201 }
  ],
  [
    'put',
    '/api/shoots/{id}/stage',
    'Note the furthest stage',
    { params: id, body: schemas.stageBodySchema, status: 204 }
  ],
  [
    'get',
    '/api/shoots/{id}/plan',
    'The plan document as a file',
    { params: id, returns: planSchema }
  ],
  [
    'get',
    '/api/shoots/{id}/ticks',
    'What was said of the steps of the run, in the order it arrived',
    { params: id, returns: z.array(tickSchema) }
  ],
  [
    'put',
    '/api/shoots/{id}/ticks/{tickId}',
    'Say something of a step; the same name again changes nothing',
    { params: schemas.tickParams, body: tickSchema, status: 204 }
  ],
  [
    'get',
    '/api/shoots/{id}/frames',
    'Frames of the run, in order',
    { params: id, returns: schemas.runFramesSchema }
  ],
  [
    'put',
    '/api/shoots/{id}/frames/{frameId}',
    'Log or change a frame; 409 when the version is not the present one, 410 when it was deleted',
    { params: frame, body: schemas.saveFrameSchema, returns: schemas.frameRecordSchema }
  ],
  [
    'delete',
    '/api/shoots/{id}/frames/{frameId}',
    'Delete a frame (can be restored)',
    { params: frame, status: 204 }
  ],
  [
    'post',
    '/api/shoots/{id}/frames/{frameId}/restore',
    'Bring a deleted frame back',
    { params: frame, status: 204 }
  ],
  [
    'put',
    '/api/shoots/{id}/frames/{frameId}/image',
    'Attach a JPEG',
    { params: frame, status: 204, binary: true }
  ],
  [
    'get',
    '/api/shoots/{id}/frames/{frameId}/image',
    'The JPEG as it came, or small',
    { params: frame, query: schemas.imageQuery, binary: true }
  ],
  [
    'get',
    '/api/shoots/{id}/frames/{frameId}/raw',
    'The raw file beside the JPEG',
    { params: frame, binary: true }
  ],
  [
    'put',
    '/api/shoots/{id}/frames/{frameId}/raw',
    'Put a raw file beside the JPEG',
    { params: frame, status: 204, binary: true }
  ],
  [
    'get',
    '/api/shoots/{id}/folder',
    'The folder watched for a shoot; null for none',
    { params: id, returns: folderSchema.nullable() }
  ],
  [
    'put',
    '/api/shoots/{id}/folder',
    'Watch a folder of the server’s machine, from that machine only',
    { params: id, body: watchSchema, returns: folderSchema }
  ],
  ['delete', '/api/shoots/{id}/folder', 'Watch it no longer', { params: id, status: 204 }],
  [
    'get',
    '/api/pairing',
    'The door for phones; null: it is shut. On the server’s own machine only',
    { returns: pairingSchema.nullable() }
  ],
  [
    'put',
    '/api/pairing',
    'Let phones in that know the code, by http or https',
    { body: pairSchema, returns: pairingSchema }
  ],
  ['delete', '/api/pairing', 'Shut them out again', { status: 204 }],
  [
    'get',
    '/api/kit',
    'Kit items',
    { query: schemas.kitQuery, returns: z.array(schemas.kitRecordSchema) }
  ],
  [
    'get',
    '/api/kit/unreadable',
    'Items that are kept but cannot be read',
    { returns: z.array(schemas.unreadableItemSchema) }
  ],
  ['get', '/api/kit/{id}', 'One item as it is stored', { params: id, returns: kitItemSchema }],
  [
    'get',
    '/api/kit/{id}/history',
    'What an item said before, newest first',
    { params: id, returns: z.array(schemas.kitVersionSchema) }
  ],
  [
    'put',
    '/api/kit/{id}',
    'Add or change an item',
    { params: id, body: schemas.saveKitSchema, returns: schemas.kitRecordSchema }
  ],
  ['delete', '/api/kit/{id}', 'Delete (can be restored)', { params: id, status: 204 }],
  ['post', '/api/kit/{id}/restore', 'Bring a deleted item back', { params: id, status: 204 }],
  [
    'post',
    '/api/kit-pictures',
    'Keep a picture for a kit item, made small: JPEG, PNG or WebP, its bytes the body',
    { binary: true, status: 201, returns: schemas.keptPictureSchema }
  ],
  [
    'get',
    '/api/kit-pictures/{name}',
    'A picture of the kit',
    { params: schemas.kitPictureParams, query: schemas.imageQuery, binary: true }
  ],
  [
    'get',
    '/api/calibrations',
    'What was read on the bench, newest first',
    { returns: z.array(schemas.calibrationRecordSchema) }
  ],
  [
    'put',
    '/api/calibrations/{id}',
    'Add or change a calibration',
    {
      params: id,
      body: schemas.saveCalibrationSchema,
      returns: schemas.calibrationRecordSchema
    }
  ],
  ['delete', '/api/calibrations/{id}', 'Delete (can be restored)', { params: id, status: 204 }],
  [
    'post',
    '/api/calibrations/{id}/restore',
    'Bring a deleted calibration back',
    { params: id, status: 204 }
  ],
  [
    'post',
    '/api/pictures',
    'A file of a predicted picture, its pixels the body',
    { query: pictureFileQuery, binary: true }
  ],
  ['get', '/api/schema/plan', 'JSON Schema of the plan document', {}],
  ...DEVICE_ROUTES
]
